import { wordsOf } from '.';
import english from './english/people.json';

export const say = wordsOf('people', english);
