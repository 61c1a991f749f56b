import type { Box } from '../geometry';
import { told, type Sentence } from '../sentences';
import type { SpecSide } from '../spec';
import { sizeRatio } from './fits';
import type { Scene } from './types';

/** What a buyer would notice of where the artwork sits. */
export interface SeatNote {
  severity: 'note' | 'watch';
  message: string;
  /** The same before it is put into words. */
  said: Sentence;
}

/** Artwork narrower than this share of the chest looks lost on it, wider than that wraps round the sides. */
const CHEST = { lost: 0.28, round: 0.82 };
/** Inches below the collar's seam: what is read first sits between. */
const EYE = { collar: 2.2, belly: 13 };

/**
 * How artwork sits on a garment: its width against the chest in a size, how far below the collar it begins, and where
 * its weight lies. `ink` is the box of its ink and `middle` the height of its weight, inches from the print area's top
 * left. Empty for a scene without sizes (no garment).
 */
export function seatOf(
  ink: Box,
  middle: number | null,
  side: Pick<SpecSide, 'collarIn'>,
  scene: Pick<Scene, 'sizes' | 'fields'>,
  size: string | null,
): SeatNote[] {
  const { sizes } = scene;
  if (!sizes || side.collarIn === undefined) return [];
  const chest = sizes.widths[sizes.own] * sizeRatio(scene, size);
  const width = ink.right - ink.left;
  const share = width / chest;
  const below = side.collarIn + ink.top;
  const notes: SeatNote[] = [
    {
      severity: 'note',
      ...told('seat.width', {
        ...{ width, chest, size: size ?? sizes.own },
        ...{ percent: Math.round(share * 100), below },
      }),
    },
  ];
  if (share < CHEST.lost) notes.push({ severity: 'note', ...told('seat.lost') });
  if (share > CHEST.round)
    notes.push({
      severity: 'watch',
      ...told('seat.round'),
    });
  if (middle !== null) {
    const weight = side.collarIn + middle;
    if (weight < EYE.collar)
      notes.push({
        severity: 'watch',
        ...told('seat.high'),
      });
    if (weight > EYE.belly) notes.push({ severity: 'watch', ...told('seat.low') });
  }
  return notes;
}
