import { wordsOf } from '.';
import english from './english/board.json';

export const say = wordsOf('board', english);
