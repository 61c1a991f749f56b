import { wordsOf } from '.';
import english from './english/frame.json';

export const say = wordsOf('frame', english);
