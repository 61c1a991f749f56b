import type { Drawing } from '@brelm/core/drawing';
import { filmTile, type FilmKind } from '@brelm/core/film';

const patterns = new Map<FilmKind, CanvasPattern | null>();

/** What a film looks like over its colour, as a pattern of the screen; null for one that is no more than its colour. */
function patternOf(kind: FilmKind): CanvasPattern | null {
  let pattern = patterns.get(kind);
  if (pattern === undefined) {
    const tile = filmTile(kind);
    const canvas = tile && new OffscreenCanvas(tile.width, tile.height);
    const context = canvas?.getContext('2d');
    if (tile && context)
      context.putImageData(new ImageData(new Uint8ClampedArray(tile.data), tile.width, tile.height), 0, 0);
    pattern = (canvas && context?.createPattern(canvas, 'repeat')) ?? null;
    patterns.set(kind, pattern);
  }
  return pattern;
}

/** What the inks of a drawing look like that are films; undefined where none is. */
export function filmLooks(drawing: Drawing): ((ink: string) => CanvasPattern | null) | undefined {
  const films = new Map(drawing.inks.flatMap((i) => (i.film ? [[i.id, i.film as FilmKind] as const] : [])));
  if (films.size === 0) return undefined;
  return (ink) => {
    const kind = films.get(ink);
    return kind ? patternOf(kind) : null;
  };
}
