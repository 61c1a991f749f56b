import {
  boardPx,
  choice,
  flag,
  given,
  id,
  kinds,
  link,
  list,
  nullable,
  number,
  record,
  ref,
  SHA256,
  share,
  text,
  type Field,
  type FieldsOf,
} from '../fields';
import { BLENDS, type Blend } from '../drawing';
import type { Join } from '../geometry';
import type { Licence } from '../rights';
import { MOST_WEAR, WEAR_FIELD, type Wear } from '../wear';
import { RELIEF_LIST, type Relief } from './relief';

/** Where a part sits: its own origin at (x, y) board px, scaled, then turned clockwise by degrees. */
export interface Place {
  x: number;
  y: number;
  turn: number;
  /** Negative flips. */
  scaleX: number;
  scaleY: number;
}

/** An outline along a part's edge. Several nest on either side, the first next to the edge. */
export interface Keyline {
  ink: string;
  /** Board px; not changed by the part's scale. */
  width: number;
  join: Join;
  /** Outside of the edge when left out. */
  side?: 'outside' | 'inside';
  /** Gap to the edge, or to the keyline before it on that side; board px, 0 when left out. */
  distance?: number;
  /** What becomes of holes in the keyline's outline: kept when left out; `small`: filled under `least`. */
  counters?: 'kept' | 'filled' | 'small';
  /** Board px: a hole narrower than this counts as small. */
  least?: number;
}

/**
 * A copy of a part's outlines behind it, moved by (dx, dy) board px: alone (`drop`), joined to the part
 * all the way (`block`), as a long shadow that may fade out (`long`), or several times over (`echo`).
 */
export interface Shade {
  kind: 'drop' | 'block' | 'long' | 'echo';
  ink: string;
  dx: number;
  dy: number;
  /** Standard deviation of a drop shade's blur, board px; 0 when left out. */
  soft?: number;
  /** 0–1 of a drop or long shade; 1 when left out. */
  opacity?: number;
  /** Around a block shade; none when left out. */
  keyline?: { ink: string; width: number } | null;
  /** A long shade runs out into nothing. */
  fade?: boolean;
  /** Inks of the further echoes, each as far from the one before. */
  echoes?: string[];
}

/** How far an outline may be thinned, and how far its corners rounded, board px. */
export const MOST_THIN = 500;

export const SHADE_KINDS: readonly Shade['kind'][] = ['drop', 'block', 'long', 'echo'];

/** The most copies that a repeat may make, the original among them. */
export const MOST_COPIES = 360;

/**
 * Live copies of a part, drawn with it: `step` moves each copy on from the one before by (dx, dy) board
 * px, turned and scaled about its middle; `ring` goes around a centre that lies at (dx, dy) from the part's middle.
 */
export type Repeat = {
  /** How many there are with the original. */
  count: number;
  dx: number;
  dy: number;
  /** From the part's middle to the point that its copies go by; what is copied as one has it in common. */
  ax?: number;
  ay?: number;
} & (
  | {
      kind: 'step';
      /** Degrees clockwise from one copy to the next. */
      turn: number;
      /** Size of a copy over that of the one before. */
      scale: number;
    }
  | {
      kind: 'ring';
      /** Degrees of the circle that the copies share out; 360 closes it. */
      sweep: number;
      /** Copies stay upright instead of turning with the ring. */
      upright: boolean;
    }
);

/** A part, or all that lies in a bundle. */
export type Whole = { kind: 'part'; part: string } | { kind: 'bundle'; bundle: string };

/** From what a part takes its own outline away, so that what lies behind shows there. */
export interface KnockOut {
  /** Everything below it, everything else in its bundle, or the `parts` alone. */
  from: 'below' | 'bundle' | 'chosen';
  /** Ids; one that is not there is passed over. */
  parts: string[];
  /** How far beyond its outline and its keylines it takes away, board px. */
  gap: number;
}
export const KNOCK_OUTS: readonly KnockOut['from'][] = ['below', 'bundle', 'chosen'];
export const MOST_GAP = 2000;

/** How parts of a design cut one another. */
export interface PartRelations {
  /** It shows only inside the outline of this; everywhere where it is null, or not there. */
  window: Whole | null;
  knockOut: KnockOut | null;
  /** It is not drawn itself: its outline only cuts others, or is their window. */
  unprinted: boolean;
}
export const NO_RELATIONS: PartRelations = { window: null, knockOut: null, unprinted: false };

/** What every part has. */
export interface PartBase extends PartRelations {
  id: string;
  name: string;
  hidden: boolean;
  locked: boolean;
  /** Must be readable on the garment; decides the design's verdict. */
  mustRead: boolean;
  /** 0–1. */
  opacity: number;
  /** How it meets the artwork below it; the garment it never meets. */
  blend: Blend;
  place: Place;
  keylines: Keyline[];
  /** Without its own ink: only its keylines and shade show. */
  hollow: boolean;
  /** Grows every outline by this on each side, in its own ink, board px: thin lines become printable. */
  spread: number;
  /** Shrinks every outline by this on each side, board px: where the press or a film gains. */
  thin: number;
  /** Corners are rounded to this radius, board px; what is narrower than twice that goes. */
  smooth: number;
  shade: Shade | null;
  /** What gives its ink a height, one over the other; of no meaning where it is hollow. */
  relief: Relief[];
  repeat: Repeat | null;
  /** Id of the bundle that it belongs to. */
  bundle: string | null;
  /** Textures that take ink away, one after the other. */
  wear: Wear[];
  /** The wear of the whole artwork leaves it alone. */
  spared: boolean;
  /** In a starter, what the seller puts here, e.g. `first line`; null for a part that stays. */
  slot: string | null;
}

/** From one ink to another: along a line at `angle` degrees, or from the middle outwards. */
export interface Gradient {
  kind: 'linear' | 'radial';
  to: string;
  /** Degrees clockwise from the top; of no meaning for a radial one. */
  angle: number;
}

/** A colour on the way of a gradient. */
export interface GradientStop {
  /** 0–1 along the way, rising. */
  at: number;
  ink: string;
  opacity: number;
}

export const JOINS: readonly Join[] = ['round', 'mitre', 'bevel'];
export const LINE_WIDTH = { min: 0.1, max: 2000 } as const;
const FAR = 20000;

export const place = (x: number, y: number, scale = 1): Place => ({
  x,
  y,
  turn: 0,
  scaleX: scale,
  scaleY: scale,
});

const placeFactor = number({ min: -1000, max: 1000, fallback: 1, not0: true });
const placeField = record<Place>(
  { x: number(), y: number(), turn: number({ fallback: 0 }), scaleX: placeFactor, scaleY: placeFactor },
  { name: 'place' },
);

const lineWidth = boardPx(LINE_WIDTH.min, LINE_WIDTH.max);

const keylineField = record<Keyline>(
  {
    ink: ref('ink'),
    width: lineWidth,
    join: choice(JOINS, 'round'),
    side: given(choice(['outside', 'inside'])),
    distance: given(boardPx(0, 2000)),
    counters: given(choice(['kept', 'filled', 'small'])),
    least: given(boardPx(0, 5000)),
  },
  { name: 'keyline' },
);

const shadeField = record<Shade>(
  {
    kind: choice(SHADE_KINDS),
    ink: ref('ink'),
    dx: boardPx(-FAR, FAR),
    dy: boardPx(-FAR, FAR),
    soft: given(boardPx(0, 1000)),
    opacity: given(share()),
    keyline: given(nullable(record<{ ink: string; width: number }>({ ink: ref('ink'), width: lineWidth }))),
    fade: given(flag()),
    echoes: given(list(ref('ink'), { most: 12 })),
  },
  { name: 'shade' },
);

const copies = {
  count: number({ min: 2, max: MOST_COPIES, whole: true }),
  dx: boardPx(-FAR, FAR),
  dy: boardPx(-FAR, FAR),
  ax: given(boardPx(-FAR, FAR)),
  ay: given(boardPx(-FAR, FAR)),
};
const degrees = (fallback?: number) =>
  number({ min: -360, max: 360, ...(fallback === undefined ? {} : { fallback }) });
const repeatField = kinds<Repeat>(
  {
    step: { ...copies, turn: degrees(0), scale: number({ min: 0.1, max: 10, fallback: 1 }) },
    ring: { ...copies, sweep: degrees(360), upright: flag() },
  },
  { name: 'repeat' },
);

/** How parts cut one another; colourways may say it otherwise. */
export const RELATIONS: FieldsOf<PartRelations> = {
  window: nullable(kinds<Whole>({ part: { part: link('part') }, bundle: { bundle: link('bundle') } })),
  knockOut: nullable(
    record<KnockOut>(
      {
        from: choice(KNOCK_OUTS),
        parts: list(link('part'), { optional: true }),
        gap: boardPx(0, MOST_GAP, 0),
      },
      { name: 'knockOut' },
    ),
  ),
  unprinted: flag(),
};

/** What colourways may give other values for. */
export const DRESSING = {
  keylines: list(keylineField, { most: 12, optional: true }),
  shade: nullable(shadeField),
};

/** Wear of a part, or of all artwork of a side. */
export const WEAR_LIST = list(WEAR_FIELD, { most: MOST_WEAR, optional: true });

/** The fields that every part has; some kinds must read unless they say otherwise. */
export const baseFields = (mustRead: boolean): FieldsOf<PartBase> => ({
  id: id(),
  name: text({ max: 300, fallback: '' }),
  hidden: flag(),
  locked: flag(),
  mustRead: flag(mustRead),
  opacity: share(1),
  blend: choice(BLENDS, 'normal'),
  place: placeField,
  keylines: DRESSING.keylines,
  hollow: flag(),
  spread: boardPx(0, 500, 0),
  thin: boardPx(0, MOST_THIN, 0),
  smooth: boardPx(0, MOST_THIN, 0),
  shade: DRESSING.shade,
  relief: RELIEF_LIST,
  repeat: nullable(repeatField),
  bundle: nullable(ref('bundle')),
  ...RELATIONS,
  wear: WEAR_LIST,
  spared: flag(),
  slot: nullable(text({ max: 60 })),
});

export const licenceField: Field<Licence> = record<Licence>(
  {
    id: text({ max: 120 }),
    source: given(text()),
    proof: given(text()),
    bill: given(
      record<NonNullable<Licence['bill']>>({ sha256: text(SHA256), name: text({ max: 300, fallback: '' }) }),
    ),
    date: given(
      text({
        max: 10,
        pattern: /^\d{4}-\d{2}-\d{2}$/,
        says: 'must be a date, YYYY-MM-DD',
        examples: ['2026-11-27'],
      }),
    ),
  },
  { name: 'licence', whenMissing: { id: 'unknown' } },
);

export const gradientFields: FieldsOf<Gradient> = {
  kind: choice(['linear', 'radial']),
  to: ref('ink'),
  angle: number({ min: -360, max: 360, fallback: 180 }),
};

/** A part without anything around it, at a place. */
export const partBase = (partId: string, name: string, at: Place, mustRead = false): PartBase => ({
  id: partId,
  name,
  hidden: false,
  locked: false,
  mustRead,
  opacity: 1,
  blend: 'normal',
  place: at,
  keylines: [],
  hollow: false,
  spread: 0,
  thin: 0,
  smooth: 0,
  shade: null,
  relief: [],
  repeat: null,
  bundle: null,
  ...NO_RELATIONS,
  wear: [],
  spared: false,
  slot: null,
});
