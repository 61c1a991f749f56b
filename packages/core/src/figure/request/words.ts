import pluralize from 'pluralize';
import type { Hex } from '../../colour';
import { POSES, type Pose } from '../types';

/** The part that a thing takes: the subject, or what becomes of things beside it. */
export type Role = 'subject' | 'with' | 'worn' | 'held' | 'seat' | 'beside' | 'behind' | 'above';

/** Words that lead on to something, the longest first. */
export const LEADS: readonly (readonly [string, Role])[] = [
  ['in front of', 'behind'],
  ['on top of', 'seat'],
  ['dressed in', 'worn'],
  ['next to', 'beside'],
  ['looking at', 'beside'],
  ['wearing', 'worn'],
  ['in', 'worn'],
  ['holding', 'held'],
  ['carrying', 'held'],
  ['playing', 'held'],
  ['reading', 'held'],
  ['drinking', 'held'],
  ['eating', 'held'],
  ['using', 'held'],
  ['with', 'with'],
  ['on', 'seat'],
  ['upon', 'seat'],
  ['atop', 'seat'],
  ['under', 'above'],
  ['beneath', 'above'],
  ['below', 'above'],
  ['underneath', 'above'],
  ['behind', 'behind'],
  ['beside', 'beside'],
  ['near', 'beside'],
  ['by', 'beside'],
];

/** How poses are called. */
export const POSE_WORDS: ReadonlyMap<string, Pose> = new Map<string, Pose>(
  Object.entries({
    ...(Object.fromEntries(POSES.map((p) => [p, p])) as Record<Pose, Pose>),
    stands: 'standing',
    seated: 'sitting',
    sits: 'sitting',
    'sitting down': 'sitting',
    flies: 'flying',
    hovering: 'flying',
    swimming: 'flying',
    leaping: 'jumping',
    jumps: 'jumping',
    walking: 'standing',
    runs: 'running',
    dances: 'dancing',
    sleeping: 'asleep',
    sleeps: 'asleep',
    dozing: 'asleep',
    hanging: 'upside down',
    'upside-down': 'upside down',
  }),
);

/** Colours as people name them. */
export const COLOURS: ReadonlyMap<string, Hex> = new Map(
  Object.entries({
    red: '#c8342b',
    orange: '#e9802a',
    yellow: '#f2c230',
    green: '#4c9a3f',
    blue: '#2f6fb3',
    purple: '#6f4fa3',
    violet: '#6f4fa3',
    pink: '#e68aa8',
    brown: '#7d5230',
    black: '#2b2d30',
    white: '#f4f2ec',
    grey: '#8f979e',
    gray: '#8f979e',
    gold: '#d9a527',
    golden: '#d9a527',
  }),
);

/** How large, beside what is usual. */
export const SIZES: ReadonlyMap<string, number> = new Map(
  Object.entries({
    tiny: 0.5,
    small: 0.7,
    little: 0.75,
    wee: 0.6,
    big: 1.3,
    large: 1.3,
    huge: 1.6,
    giant: 1.7,
  }),
);

/** How many. */
export const COUNTS: ReadonlyMap<string, number> = new Map(
  Object.entries({
    two: 2,
    three: 3,
    four: 4,
    five: 5,
    six: 6,
    'a pair of': 2,
  }),
);

/** What says nothing about the picture. */
export const IDLE = new Set(
  'a an the of his her its their our my some that who which is are it and very drawn drawing picture illustration figure please only just as art style his'.split(
    ' ',
  ),
);

/** A word and what it may be the plural of. */
export const singulars = (word: string): string[] => [...new Set([word, pluralize.singular(word)])];

/** The words of a request, small; a comma for whatever parts them. */
export const tokensOf = (words: string): string[] =>
  words
    .normalize('NFC')
    .toLowerCase()
    .replace(/'/g, '’')
    .replace(/[,;&+]/g, ' , ')
    .replace(/[^\p{L}\p{N}’,-]+/gu, ' ')
    .split(' ')
    .filter(Boolean);
