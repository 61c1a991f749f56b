import { wordsOf } from '.';
import english from './english/help.json';

export const say = wordsOf('help', english);
