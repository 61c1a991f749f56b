import { wordsOf } from '.';
import english from './english/shelf.json';

export const say = wordsOf('shelf', english);
