import { wordsOf } from '.';
import english from './english/shops.json';

export const say = wordsOf('shops', english);
