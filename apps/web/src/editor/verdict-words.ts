import type { Design } from '@brelm/core/design';
import { partTitle } from '@brelm/core/parts';
import type { GarmentContrast } from '@brelm/core/proof';
import { ratioText } from '../ui';

/** What a verdict and the ratio beside it stand for, and which part decides. */
export function verdictWords(
  { verdict, lowestRatio, decides, missed }: GarmentContrast,
  design: Design,
): string {
  const name = (id: string) => {
    const part = design.parts.find((p) => p.id === id);
    return part ? `“${partTitle(part)}”` : 'a part';
  };
  const [lost] = missed;
  if (lost && verdict !== 'vanishes') return `${name(lost.id)} is lost on it`;
  const what = decides === null ? 'the outline of all of it' : name(decides);
  const how = {
    reads: `reads; enough of the edge of ${what} is seen as at ${ratioText(lowestRatio)} : 1 or more, 3 is needed`,
    weak: `weak; too much of the edge of ${what} is seen as at ${ratioText(lowestRatio)} : 1 or less, 3 is needed`,
    vanishes: `vanishes; most of the edge of ${what} is seen as at ${ratioText(lowestRatio)} : 1 or less, 3 is needed`,
  };
  return how[verdict];
}
