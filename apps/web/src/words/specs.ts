import { wordsOf } from '.';
import english from './english/specs.json';

export const say = wordsOf('specs', english);
