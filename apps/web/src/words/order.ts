import { wordsOf } from '.';
import english from './english/order.json';

export const say = wordsOf('order', english);
