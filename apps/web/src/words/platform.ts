import { wordsOf } from '.';
import english from './english/platform.json';

export const say = wordsOf('platform', english);
