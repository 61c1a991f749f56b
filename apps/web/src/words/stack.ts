import { wordsOf } from '.';
import english from './english/stack.json';

export const say = wordsOf('stack', english);
