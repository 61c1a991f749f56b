import { wordsOf } from '.';
import english from './english/series.json';

export const say = wordsOf('series', english);
