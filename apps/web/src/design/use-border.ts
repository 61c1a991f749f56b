import { useEffect, useMemo, useState } from 'react';
import { BORDER, withCut, type Cut, type CutLine } from '@brelm/core/cutline';
import type { Design } from '@brelm/core/design';
import { cutPathsOf, type Drawing, type PartGroup } from '@brelm/core/drawing';
import type { PathData } from '@brelm/core/geometry';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useSettled } from '../ui/use-settled';
import { cutLine as askForCut } from '../workers/cut-client';
import type { Resolved } from './resolved';

/** What is known of how a design's own sticker is cut out. */
export interface Border {
  cut: Cut;
  /** px of the cut for a px of the drawing. */
  scale: number;
  settings: CutLine;
  /** The design that it was worked out for. */
  of: Design;
  /** False while it is that of a state before. */
  fresh: boolean;
}

/**
 * The border of a design that is a sticker, once it is worked out; null for one that is none. On its own board, or where it
 * lies on a side of the product.
 */
export function useBorder(
  design: Design,
  colourway: string | undefined,
  spec: Spec | undefined,
  side: SpecSide | null = null,
): Border | null {
  const sticker = Boolean(spec?.sticker && design.cutLine);
  const now = useMemo(
    () => (sticker ? { design, colourway, product: spec && side && { spec, side } } : null),
    [sticker, design, colourway, spec, side],
  );
  const asked = useSettled(now);
  const [found, setFound] = useState<{ of: typeof asked; border: Omit<Border, 'fresh'> | null } | null>(null);
  useEffect(() => {
    const settings = asked?.design.cutLine;
    if (!settings) return;
    const abort = new AbortController();
    askForCut(
      {
        design: { ...asked.design, cutLine: null },
        colourway: asked.colourway,
        product: asked.product ?? null,
      },
      settings,
      abort.signal,
    ).then(
      ({ cut, print }) =>
        abort.signal.aborted ||
        setFound({ of: asked, border: cut && { cut, scale: print.scale, settings, of: asked.design } }),
      // Without a border the artwork is shown as it is; the stage of the cut says what is wrong.
      () => abort.signal.aborted || setFound(null),
    );
    return () => abort.abort();
  }, [asked]);
  return useMemo(
    () => (sticker && found?.border ? { ...found.border, fresh: found.of === now } : null),
    [sticker, found, now],
  );
}

/** The borders' groups and the blade's path, in a drawing of the same artwork in whatever colourway. */
export function borderOn(
  drawing: Drawing,
  { cut, scale, settings }: Border,
): { groups: PartGroup[]; path: PathData } {
  const whole = withCut(drawing, cut, scale, settings);
  return {
    groups: whole.groups.filter((g) => g.part === BORDER),
    path: [...cutPathsOf(whole).values()].flat(),
  };
}

/** A design's drawing on its border, for pictures. */
export function useBordered(resolved: Resolved | null, border: Border | null): Resolved | null {
  return useMemo(() => {
    if (!resolved || !border) return resolved;
    const { groups } = borderOn(resolved.drawing, border);
    return { ...resolved, drawing: { ...resolved.drawing, groups: [...groups, ...resolved.drawing.groups] } };
  }, [resolved, border]);
}
