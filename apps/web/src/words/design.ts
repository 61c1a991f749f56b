import { wordsOf } from '.';
import english from './english/design.json';

export const say = wordsOf('design', english);
