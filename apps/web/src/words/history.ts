import { wordsOf } from '.';
import english from './english/history.json';

export const say = wordsOf('history', english);
