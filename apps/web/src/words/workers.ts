import { wordsOf } from '.';
import english from './english/workers.json';

export const say = wordsOf('workers', english);
