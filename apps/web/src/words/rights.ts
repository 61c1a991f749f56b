import { wordsOf } from '.';
import english from './english/rights.json';

export const say = wordsOf('rights', english);
