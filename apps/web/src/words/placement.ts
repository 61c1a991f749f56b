import { wordsOf } from '.';
import english from './english/placement.json';

export const say = wordsOf('placement', english);
