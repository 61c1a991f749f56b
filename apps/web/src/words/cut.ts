import { wordsOf } from '.';
import english from './english/cut.json';

export const say = wordsOf('cut', english);
