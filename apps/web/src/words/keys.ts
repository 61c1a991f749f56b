import { wordsOf } from '.';
import english from './english/keys.json';

export const say = wordsOf('keys', english);
