import { wordsOf } from '.';
import english from './english/ui.json';

export const say = wordsOf('ui', english);
