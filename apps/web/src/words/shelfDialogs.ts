import { wordsOf } from '.';
import english from './english/shelfDialogs.json';

export const say = wordsOf('shelfDialogs', english);
