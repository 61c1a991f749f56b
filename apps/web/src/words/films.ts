import { wordsOf } from '.';
import english from './english/films.json';

export const say = wordsOf('films', english);
