import type { Design } from '@brelm/core/design';
import { partTitle } from '@brelm/core/parts';
import type { GarmentContrast } from '@brelm/core/proof';
import { ratioText } from '../ui';
import { say } from '../words/editor';

/** What a verdict and the ratio beside it stand for, and which part decides. */
export function verdictWords(
  { verdict, lowestRatio, decides, missed }: GarmentContrast,
  design: Design,
): string {
  const name = (id: string) => {
    const part = design.parts.find((p) => p.id === id);
    return part ? `“${partTitle(part)}”` : say('aPart');
  };
  const [lost] = missed;
  if (lost && verdict !== 'vanishes') return say('isLostOnIt', { name: name(lost.id) });
  const what = decides === null ? say('theOutlineOfAllOf') : name(decides);
  const how = {
    reads: say('readsEnoughOfTheEdge', { what, lowestRatio: ratioText(lowestRatio) }),
    weak: say('weakTooMuchOfThe', { what, lowestRatio: ratioText(lowestRatio) }),
    vanishes: say('vanishesMostOfTheEdge', { what, lowestRatio: ratioText(lowestRatio) }),
  };
  return how[verdict];
}
