import { wordsOf } from '.';
import english from './english/almanac.json';

export const say = wordsOf('almanac', english);
