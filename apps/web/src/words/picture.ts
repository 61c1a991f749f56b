import { wordsOf } from '.';
import english from './english/picture.json';

export const say = wordsOf('picture', english);
