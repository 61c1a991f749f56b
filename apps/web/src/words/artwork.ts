import { wordsOf } from '.';
import english from './english/artwork.json';

export const say = wordsOf('artwork', english);
