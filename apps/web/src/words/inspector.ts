import { wordsOf } from '.';
import english from './english/inspector.json';

export const say = wordsOf('inspector', english);
