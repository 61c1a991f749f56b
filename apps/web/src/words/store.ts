import { wordsOf } from '.';
import english from './english/store.json';

export const say = wordsOf('store', english);
