import { expose } from 'comlink';
import { inkValues, type Design, type Edit } from '@brelm/core/design';
import {
  filmLayers,
  judgeFilm,
  wornOutline,
  type Film,
  type FilmFigures,
  type FilmFinding,
} from '@brelm/core/film';
import { EMPTY_BOX, pathBounds, toSvgPath, unite, type Box } from '@brelm/core/geometry';
import { resolve, splitEdits, toOutlines, type Split } from '@brelm/core/resolve';
import { materials } from '../platform/materials';
import { loaded, stopWaiting } from './loaded-design';

/** What makes parts outlines, and what is told of it. */
export interface OutlinesMade {
  edits: Edit[];
  points: number;
  /** mm; null where it cannot be told. */
  deviation: number | null;
  /** Parts of which nothing could be made: pictures, and what draws nothing. */
  left: number;
}

/** One film of a design as it is shown. */
export interface ShownFilm extends FilmFigures {
  ink: string;
  name: string;
  value: string;
  film: Film;
  /** SVG path text, board px; not mirrored. */
  path: string;
  findings: FilmFinding[];
}

/** A design's films, in the order in which they are pressed. */
export interface ShownFilms {
  films: ShownFilm[];
  /** Around all that is cut, board px. */
  box: Box;
  /** Names of drawn inks that are no film. */
  printed: string[];
  pictures: number;
  soft: number;
}

const worker = {
  stop: stopWaiting,
  async split(design: Design, ids: readonly string[]): Promise<Split> {
    await loaded(design);
    return splitEdits(design, ids, materials);
  },
  async outlines(design: Design, ids: readonly string[]): Promise<OutlinesMade> {
    await loaded(design);
    const chosen = design.parts.filter((part) => ids.includes(part.id));
    const made = chosen.flatMap((part) => toOutlines(part, design, materials) ?? []);
    const deviations = made.map((m) => m.deviation);
    return {
      edits: made.map(({ part }): Edit => ({ op: 'replacePart', part })),
      points: made.reduce((n, m) => n + m.points, 0),
      deviation: deviations.includes(null) ? null : Math.max(0, ...(deviations as number[])),
      left: chosen.length - made.length,
    };
  },
  async films(design: Design, colourway: string | undefined): Promise<ShownFilms> {
    await loaded(design);
    const { ops } = materials;
    if (!ops) throw new Error('outlines cannot be worked out here');
    const drawing = resolve(design, colourway, materials);
    const ink = (id: string) => design.inks.find((i) => i.id === id);
    const known = new Map(design.inks.flatMap((i) => (i.film ? [[i.id, i.film] as const] : [])));
    const found = filmLayers(drawing, known, design.films, ops, wornOutline);
    const values = inkValues(design, colourway);
    return {
      films: found.layers.map((layer): ShownFilm => {
        const name = ink(layer.ink)?.name ?? layer.ink;
        const { figures, findings } = judgeFilm(layer, name, drawing.dpi, design.films.speed, ops);
        return {
          ...figures,
          ...{ ink: layer.ink, name, film: layer.film, findings },
          value: values.get(layer.ink) ?? '#000000',
          path: toSvgPath(layer.path),
        };
      }),
      box: found.layers.reduce((sum, l) => unite(sum, pathBounds(l.path)), EMPTY_BOX),
      printed: found.printed.map((id) => ink(id)?.name ?? id),
      pictures: found.pictures,
      soft: found.soft,
    };
  },
};
export type OutlineWorker = typeof worker;

expose(worker);
