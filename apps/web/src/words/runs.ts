import { wordsOf } from '.';
import english from './english/runs.json';

export const say = wordsOf('runs', english);
