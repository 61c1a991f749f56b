import { wordsOf } from '.';
import english from './english/materials.json';

export const say = wordsOf('materials', english);
