import { wordsOf } from '.';
import english from './english/samples.json';

export const say = wordsOf('samples', english);
