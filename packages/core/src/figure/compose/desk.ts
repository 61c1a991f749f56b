import { recast, shifted, type Hex } from '../../colour';
import { boxHeight, boxWidth, pathBounds, randomOf } from '../../geometry';
import { formArt } from '../book';
import type { Asked, FigureRequest } from '../request';
import type { FigureArt, Fill, Piece } from '../types';

/** What gives the artwork of the library's figures; undefined for one that it has not. */
export type ArtOf = (id: string) => FigureArt | undefined;

/** How colours differ from one round of drawings to the next: degrees of hue, and lightness (OKLCH). */
const ASIDE = [
  [0, 0],
  [16, 0.05],
  [-16, -0.05],
  [9, -0.1],
] as const;

/** The colour that covers most of a figure, by the areas of its outlines' boxes. */
function mainColour(fills: readonly Fill[]): Hex {
  const areas = new Map<Hex, number>();
  for (const { colour, path } of fills) {
    const box = pathBounds(path);
    areas.set(colour, (areas.get(colour) ?? 0) + boxWidth(box) * boxHeight(box));
  }
  return [...areas].sort((a, b) => b[1] - a[1])[0][0];
}

/** What lies ready for one drawing: the request, its seed, the figures, and what is to be told of it. */
export class Desk {
  readonly undone: string[];
  readonly used = new Set<string>();
  private readonly next: () => number;

  constructor(
    readonly request: FigureRequest,
    private readonly artOf: ArtOf,
    readonly seed: number,
  ) {
    this.undone = [...request.undone];
    this.next = randomOf(0x9e37 + seed * 7919);
  }

  /**
   * From −1 to 1, never near nothing, and the other way for every other seed; nothing for the first, which is as plain as
   * can be.
   */
  some(): number {
    return this.seed === 0 ? 0 : (this.seed % 2 ? 1 : -1) * (0.4 + 0.6 * this.next());
  }

  /** Every other seed takes another way to draw a thing. */
  get round(): number {
    return Math.floor(this.seed / 2);
  }

  /** How large what stands around is: the smaller, the larger the subject is to be. */
  besideSubject(asked: Asked): number {
    return asked.scale / this.request.subject.scale;
  }

  /** A figure by its id, noted as used; null where there is none. */
  figure(id: string): Piece | null {
    const found = formArt(id) ?? this.artOf(id);
    if (!found?.fills.length) return null;
    this.used.add(id);
    return { id, fills: found.fills };
  }

  /**
   * A thing that is asked for, in its colour: of the figures that can be it the one of this round. Null, and told, where
   * none has a drawing.
   */
  choose(asked: Asked, round = this.round): Piece | null {
    for (let i = 0; i < asked.ids.length; i++) {
      const piece = this.figure(asked.ids[(round + i) % asked.ids.length]);
      if (!piece) continue;
      const cast = this.castOf(asked, piece.fills, Math.floor(round / asked.ids.length));
      return cast ? { ...piece, fills: piece.fills.map((f) => ({ ...f, colour: cast(f.colour) })) } : piece;
    }
    this.undone.push(asked.said);
    return null;
  }

  /** What becomes of a thing's colours; null where they stay. */
  private castOf(asked: Asked, fills: readonly Fill[], again: number): ((colour: Hex) => Hex) | null {
    if (asked.colour) return recast(mainColour(fills), asked.colour);
    // Drawn in the same way once more, a subject comes in colours a little aside.
    const [turn, lighter] = ASIDE[again % ASIDE.length];
    return asked === this.request.subject && turn ? (colour) => shifted(colour, turn, lighter) : null;
  }
}
