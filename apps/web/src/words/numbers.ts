import { wordsOf } from '.';
import english from './english/numbers.json';

export const say = wordsOf('numbers', english);
