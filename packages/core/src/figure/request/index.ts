/** What a request asks for: words into a subject, what it wears, holds and sits on, and what is around it. */
import { Reader } from './reader';
import { FigureError, MOST_WORDS, type FigureRequest, type LookUp, type Unfinished } from './types';
import { tokensOf } from './words';

export { FigureError, MOST_WORDS, type Asked, type FigureRequest, type LookUp } from './types';

/**
 * What a request asks for: "two hedgehogs with a red lantern, sitting on a log, line art". Words lead on to things
 * ("wearing", "on", "under"), things take the part that they can; what is not understood is told in `undone`. Throws a
 * FigureError where there is nothing to draw, or nothing at all.
 */
export function readRequest(words: string, lookUp: LookUp = () => null): FigureRequest {
  const said = words.trim().replace(/\s+/g, ' ');
  if (!said) throw new FigureError('Say what is to be drawn: “a hedgehog with a lantern”.');
  if (said.length > MOST_WORDS)
    throw new FigureError(`Say it in at most ${MOST_WORDS} letters: these are ${said.length}.`);
  const out: Unfinished = {
    ...{ words: said, subject: null, count: 1, worn: [], held: [], seat: null },
    ...{ beside: [], behind: [], above: [], pose: 'standing', facing: 0, style: null, undone: [] },
  };
  new Reader(tokensOf(said), lookUp, out).read();
  const { subject } = out;
  if (!subject)
    throw new FigureError(
      `Nothing of “${said}” is in the library. Name an animal, a plant or a thing: “an owl”, “a mushroom with a hat”.`,
    );
  return { ...out, subject };
}
