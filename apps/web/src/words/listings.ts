import { wordsOf } from '.';
import english from './english/listings.json';

export const say = wordsOf('listings', english);
