import { wordsOf } from '.';
import english from './english/mockups.json';

export const say = wordsOf('mockups', english);
