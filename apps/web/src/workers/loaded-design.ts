import type { Design } from '@brelm/core/design';
import { picturesIn, resolve } from '@brelm/core/resolve';
import { facesLoading } from '../platform/faces';
import { onLoaded } from '../platform/loaded';
import { materials, outlineOpsLoading } from '../platform/materials';
import { picturesLoading, picturesOf } from '../platform/pictures';
import { say } from '../words/workers';

/** Ends the waiting for what is being loaded, where there is any. */
let giveUp = () => {};

/** Gives up waiting for typefaces and pictures. */
export const stopWaiting = (): void => giveUp();

/** Waits until what the design's open side needs is loaded, or is known not to be there; throws when that is given up. */
export async function loaded(design: Design): Promise<void> {
  const ask = () => {
    const pictures = picturesOf(design);
    resolve(design, undefined, materials);
    for (const { material, treatment } of picturesIn(design, materials, design.parts))
      pictures(material, treatment, 1);
    return facesLoading() || outlineOpsLoading() || picturesLoading();
  };
  while (ask())
    await new Promise<void>((done, fail) => {
      const stop = onLoaded(() => {
        stop();
        done();
      });
      giveUp = () => {
        stop();
        fail(new Error(say('givenUp')));
      };
    });
}
