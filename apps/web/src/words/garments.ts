import { wordsOf } from '.';
import english from './english/garments.json';

export const say = wordsOf('garments', english);
