import { wordsOf } from '.';
import english from './english/files.json';

export const say = wordsOf('files', english);
