import { useEffect, useMemo, useRef, useState } from 'react';
import { newCutLine, printedBorders, type Cut, type PrintedBorder } from '@brelm/core/cutline';
import { inkValues, lightestInk, openSide, readDesign, sidesOf, type Design } from '@brelm/core/design';
import { shapeOf, type Sheet, type SheetSticker, type StickerShape } from '@brelm/core/sheet';
import { cutLine, cutPrint, type Print } from '../workers/cut-client';
import { NotWanted } from '../workers/hand';
import { readAt } from '../platform/asked-again';
import { say } from '../words/sheets';

/** A design cut out, as it is shown on a sheet. */
export interface StickerArt {
  name: string;
  cut: Cut;
  print: Print;
  /** An address of its picture. */
  picture: string;
  /** What is printed behind it, back to front. */
  borders: PrintedBorder[];
  /** It has no cut line of its own: one is begun for the sheet. */
  begun: boolean;
  sides: { id: string; name: string }[];
  colourways: { id: string; name: string }[];
}

/** Why a design cannot be cut out. */
export type StickerState = StickerArt | 'working' | { fault: string };

/** What a sticker shows: as long as it stays the same it is not worked out again. */
const keyOf = ({ design, side, colourway, size }: SheetSticker) =>
  `${design} ${side ?? ''} ${colourway ?? ''} ${size}`;

async function read(id: string, signal: AbortSignal): Promise<Design> {
  const response = await readAt(`designs/${id}`, { signal });
  if (response.status === 404) throw new Error(say('itsDesignIsGone'));
  if (!response.ok) throw new Error(say('theServerDoesNotGive'));
  return readDesign(((await response.json()) as { document: unknown }).document);
}

async function artOf(sticker: SheetSticker, signal: AbortSignal): Promise<StickerArt> {
  const whole = await read(sticker.design, signal);
  const sides = sidesOf(whole);
  const design = openSide(whole, (sides.find((s) => s.id === sticker.side) ?? sides[0]).id);
  const colourway = (design.colourways.find((c) => c.id === sticker.colourway) ?? design.colourways[0]).id;
  const settings = design.cutLine ?? newCutLine(lightestInk(design, colourway));
  const request = { design: { ...design, cutLine: null }, colourway, product: null, size: sticker.size };
  const { cut } = await cutLine(request, settings, signal);
  if (!cut || cut.loops.length === 0) throw new Error(say('thereIsNothingOnIt'));
  const { picture, ...print } = await cutPrint(request, signal);
  const values = inkValues(design, colourway);
  return {
    ...{ name: whole.name, cut, print, picture: URL.createObjectURL(picture) },
    borders: printedBorders(cut, settings, (ink) => values.get(ink)),
    begun: design.cutLine === null,
    sides: sides.map((s) => ({ id: s.id, name: s.name })),
    colourways: design.colourways.map((c) => ({ id: c.id, name: c.name })),
  };
}

/**
 * The designs of a sheet, cut out as they are now, by the ids of its stickers; looked at anew whenever this window is come
 * back to, since they may have been changed meanwhile.
 */
export function useStickers(sheet: Sheet | null): {
  states: ReadonlyMap<string, StickerState>;
  shapes: ReadonlyMap<string, StickerShape>;
} {
  const [known, setKnown] = useState<ReadonlyMap<string, StickerState>>(new Map());
  const [looked, setLooked] = useState(0);
  useEffect(() => {
    const look = () => document.visibilityState === 'visible' && setLooked((n) => n + 1);
    document.addEventListener('visibilitychange', look);
    return () => document.removeEventListener('visibilitychange', look);
  }, []);
  const wanted = useMemo(
    () => [...new Map((sheet?.stickers ?? []).map((s) => [keyOf(s), s])).values()],
    [sheet?.stickers],
  );
  const keys = wanted.map(keyOf).join('\n');
  /** When each was looked at last. */
  const lookedAt = useRef(new Map<string, number>());
  const pictures = useRef(new Set<string>());
  useEffect(() => {
    const all = pictures.current;
    return () => all.forEach((url) => URL.revokeObjectURL(url));
  }, []);
  useEffect(() => {
    const abort = new AbortController();
    for (const sticker of wanted) {
      const key = keyOf(sticker);
      // Another one that was added is no reason to look at the others again.
      if (lookedAt.current.get(key) === looked) continue;
      artOf(sticker, abort.signal).then(
        (art) => {
          pictures.current.add(art.picture);
          if (abort.signal.aborted) return;
          lookedAt.current.set(key, looked);
          setKnown((all) => new Map(all).set(key, art));
        },
        (error: unknown) => {
          if (abort.signal.aborted || error instanceof NotWanted) return;
          lookedAt.current.set(key, looked);
          const fault = error instanceof Error ? error.message : String(error);
          setKnown((all) => new Map(all).set(key, { fault }));
        },
      );
    }
    return () => abort.abort();
    // What a sticker is called changes nothing of what it shows.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [keys, looked]);

  return useMemo(() => {
    const states = new Map<string, StickerState>();
    const shapes = new Map<string, StickerShape>();
    for (const sticker of sheet?.stickers ?? []) {
      const state = known.get(keyOf(sticker)) ?? 'working';
      states.set(sticker.id, state);
      if (state !== 'working' && 'cut' in state)
        shapes.set(sticker.id, shapeOf(state.cut, state.print.pxPerMm));
    }
    return { states, shapes };
  }, [sheet?.stickers, known]);
}
