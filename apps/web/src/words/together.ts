import { wordsOf } from '.';
import english from './english/together.json';

export const say = wordsOf('together', english);
