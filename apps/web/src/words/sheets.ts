import { wordsOf } from '.';
import english from './english/sheets.json';

export const say = wordsOf('sheets', english);
