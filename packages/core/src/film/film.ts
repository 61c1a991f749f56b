import { choice, flag, number, readAlone, record, text, type Field } from '../fields';

/** What a film is made of. */
export const FILM_KINDS = ['flex', 'flock', 'glitter', 'foil', 'reflective'] as const;
export type FilmKind = (typeof FILM_KINDS)[number];

/** A sheet material that an ink stands for: it is cut, weeded and pressed instead of printed. Lengths are mm. */
export interface Film {
  kind: FilmKind;
  /** What it is sold as. */
  name: string;
  /** The narrowest line, gap and piece that hold while it is cut and weeded. */
  line: number;
  gap: number;
  piece: number;
  /** Others may be pressed onto it. */
  under: boolean;
  /** It is cut from behind: the file is mirrored. */
  mirror: boolean;
  /** Width of the roll. */
  roll: number;
}

const mm = (min: number, max: number, fallback: number) => number({ min, max, fallback });

export const FILM_FIELD: Field<Film> = record<Film>(
  {
    kind: choice(FILM_KINDS),
    name: text({ max: 120 }),
    line: mm(0.05, 20, 0.8),
    gap: mm(0.05, 20, 0.6),
    piece: mm(0.05, 50, 1.2),
    under: flag(true),
    mirror: flag(true),
    roll: mm(20, 3000, 500),
  },
  { name: 'film' },
);

/** A film as it is kept, from its JSON; null where it is none. */
export function readFilm(json: string): Film | null {
  try {
    return readAlone(FILM_FIELD, JSON.parse(json));
  } catch {
    return null;
  }
}

/** Duskwren's films, to begin with; each is the seller's own once it is taken. */
export const FILMS: readonly Film[] = [
  {
    kind: 'flex',
    name: 'Smooth flex',
    line: 0.8,
    gap: 0.6,
    piece: 1.2,
    under: true,
    mirror: true,
    roll: 500,
  },
  { kind: 'flex', name: 'Thin flex', line: 0.5, gap: 0.5, piece: 0.9, under: true, mirror: true, roll: 500 },
  {
    kind: 'flock',
    name: 'Velvet flock',
    line: 1.5,
    gap: 1.2,
    piece: 2.5,
    under: false,
    mirror: true,
    roll: 500,
  },
  {
    kind: 'glitter',
    name: 'Coarse glitter',
    line: 1.2,
    gap: 1,
    piece: 2,
    under: false,
    mirror: true,
    roll: 500,
  },
  {
    kind: 'foil',
    name: 'Mirror foil',
    line: 0.8,
    gap: 0.8,
    piece: 1.5,
    under: false,
    mirror: true,
    roll: 300,
  },
  {
    kind: 'reflective',
    name: 'Night reflective',
    line: 1,
    gap: 0.8,
    piece: 1.5,
    under: true,
    mirror: true,
    roll: 500,
  },
];

/** The shapes of marks by which films are laid over one another. */
export const MARK_KINDS = ['none', 'cross', 'circle', 'corner'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** How a design is made into files of its films. Lengths are mm. */
export interface FilmCut {
  /** `stacked`: lower films run on under upper ones; `inlaid`: they are cut away there. */
  style: 'stacked' | 'inlaid';
  /** With `inlaid`: how far lower films still reach under upper ones, so that no gap shows. */
  trap: number;
  marks: MarkKind;
  markSize: number;
  /** Pieces narrower than a film holds are joined to a neighbour by a bridge as wide as its narrowest line. */
  bridge: boolean;
  /** Pieces narrower than a film holds are left out of its file. */
  drop: boolean;
  /** Speed of the blade, mm/s. */
  speed: number;
}

export const NO_FILM_CUT: FilmCut = {
  style: 'stacked',
  trap: 0.3,
  marks: 'cross',
  markSize: 8,
  bridge: false,
  drop: false,
  speed: 100,
};

export const FILM_CUT_FIELD: Field<FilmCut> = record<FilmCut>(
  {
    style: choice(['stacked', 'inlaid'], 'stacked'),
    trap: mm(0, 5, NO_FILM_CUT.trap),
    marks: choice(MARK_KINDS, 'cross'),
    markSize: mm(2, 40, NO_FILM_CUT.markSize),
    bridge: flag(),
    drop: flag(),
    speed: mm(5, 2000, NO_FILM_CUT.speed),
  },
  { name: 'films', whenMissing: NO_FILM_CUT },
);
