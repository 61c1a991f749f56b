import { wordsOf } from '.';
import english from './english/editor.json';

export const say = wordsOf('editor', english);
