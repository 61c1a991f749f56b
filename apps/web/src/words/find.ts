import { wordsOf } from '.';
import english from './english/find.json';

export const say = wordsOf('find', english);
