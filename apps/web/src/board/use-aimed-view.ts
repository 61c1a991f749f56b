import { useEffect } from 'react';
import type { Design } from '@brelm/core/design';
import { transformBox } from '@brelm/core/geometry';
import { useLatest } from '../ui';
import { aimedAt } from './step-target';
import type { Tools } from './tools';
import type { useView } from './use-view';

/** What the bar of a brush or an outline takes of the board, screen px from the top. */
const BAR = 110;

/**
 * Shows the picture that is painted in or outlined as large as it goes below the bar, which would lie over it otherwise; and the
 * board as it was shown before, once that has ended.
 */
export function useAimedView(design: Design, tools: Tools, { show, keep }: ReturnType<typeof useView>): void {
  const { target, tool } = tools;
  const aims = tool === 'outline' || tool === 'brush' ? (target?.part ?? null) : null;
  const begin = useLatest(() => {
    const aimed = aimedAt(design, target);
    if (!aimed) return undefined;
    const { width, height } = aimed.size;
    const back = keep();
    show(transformBox({ left: 0, top: 0, right: width, bottom: height }, aimed.toBoard), BAR);
    return back;
  });
  useEffect(() => (aims === null ? undefined : begin()), [aims, begin]);
}
