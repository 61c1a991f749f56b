import { inWords, type Sentence } from '@brelm/core/sentences';
import { chosenLanguage } from './language';

const inChosen = (said: Sentence | undefined): string | null =>
  said && chosenLanguage() !== 'en' ? inWords(said, chosenLanguage()) : null;

/** What a judge says, in the chosen language; what has no sentence of the catalogue stays as it was said. */
export const toldWords = ({ message, said }: { message: string; said?: Sentence }): string =>
  inChosen(said) ?? message;

/** What a mend is called, likewise. */
export const mendWords = (
  mend: { title: string; said?: Sentence } | { label: string; said?: Sentence },
): string => inChosen(mend.said) ?? ('title' in mend ? mend.title : mend.label);
