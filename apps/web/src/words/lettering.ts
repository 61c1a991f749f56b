import { wordsOf } from '.';
import english from './english/lettering.json';

export const say = wordsOf('lettering', english);
