import {
  allParts,
  applyEdits,
  baseFrom,
  freshId,
  mapAllParts,
  openSide,
  sidesOf,
  type Design,
} from '../design';
import type { LetteringPart, MotifPart, Part } from '../parts';
import { figureInks } from '../idea';
import { stepsForAnother } from '../steps';
import type { Shift } from './around';
import { saidIn, type Said } from './columns';
import { figureInPlace } from './fit-figure';
import { fitWords, type Gave, type Measuring } from './fit-words';
import { quoted, type Trouble, type TroubleKind } from './troubles';
import {
  MOST_WORDS,
  type ByHand,
  type LayoutPlace,
  type PlaceKind,
  type Series,
  type SeriesRow,
} from './types';
import { wantedKey, type SeriesWorld } from './wanted';

/** A row that is being filled: places set the design, and say what is wrong. */
export interface Filling {
  layout: Design;
  series: Series;
  row: SeriesRow;
  world: SeriesWorld;
  measuring: Measuring;
  /** Sizes that rows have in common, by the number of their place. */
  sizes: Readonly<Record<number, number>>;
  design: Design;
  troubles: Trouble[];
  gave: Gave[];
  /** Words that push what lies around them. */
  shifts: Shift[];
  tags: string[];
}

type PlaceOf<K extends PlaceKind> = Extract<LayoutPlace, { kind: K }>;
type Setter<K extends PlaceKind> = (filling: Filling, place: PlaceOf<K>, said: Said, index: number) => void;

const YES = /^(?:yes|y|true|1|x|on|shown|show)$/i;
const NO = /^(?:no|n|false|0|off|hidden|hide|-|–)$/i;

const tell = (f: Filling, severity: Trouble['severity'], kind: TroubleKind, message: string): void =>
  void f.troubles.push({ severity, kind, message });

const change = (f: Filling, id: string, to: (part: Part) => Part): void => {
  f.design = mapAllParts(f.design, (p) => (p.id === id ? to(p) : p));
};
const hide = (f: Filling, id: string, hidden: boolean): void => change(f, id, (p) => ({ ...p, hidden }));

/** A part of the layout, of a kind where one is asked for; told where it is not there. */
function partOf<K extends Part['kind']>(f: Filling, id: string, kind?: K): Extract<Part, { kind: K }> | null {
  const part = allParts(f.layout).find((p) => p.id === id);
  if (part && (kind === undefined || part.kind === kind)) return part as Extract<Part, { kind: K }>;
  tell(f, 'stop', 'part', `The layout has no part “${id}” any more: give this place another one.`);
  return null;
}

/** The words that stand in a place in a row: by hand, or as the table says. */
export const wordsIn = (place: LayoutPlace, series: Series, row: SeriesRow): string => {
  const own = row.byHand.find(
    (b): b is Extract<ByHand, { kind: 'worded' }> =>
      b.kind === 'worded' && place.kind === 'words' && b.part === place.part && place.line === null,
  );
  return own ? own.words : saidIn(place.says, series.columns, row).text;
};

function colourOf(said: string, design: Design): string | null {
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/i.exec(said);
  if (short)
    return `#${short
      .slice(1)
      .map((d) => d + d)
      .join('')}`.toLowerCase();
  const hex = said.toLowerCase();
  if (/^#[0-9a-f]{6}$/.test(hex)) return hex;
  return design.inks.find((i) => wantedKey(i.name) === wantedKey(said))?.value ?? null;
}

/** Yes or no, where a row says so; told where it says neither. */
function answer(f: Filling, part: string, said: Said): boolean | null {
  if (!partOf(f, part) || !said.text) return null;
  if (YES.test(said.text)) return true;
  if (NO.test(said.text)) return false;
  tell(
    f,
    'watch',
    'answer',
    `${quoted(said.text)} is neither yes nor no: the part stays as the layout has it.`,
  );
  return null;
}

/** What each kind of place does with what a row says, in the order in which they are set. */
export const SETTERS: { readonly [K in PlaceKind]: Setter<K> } = {
  colourway(f, _place, said) {
    if (!said.text) return;
    const { colourways } = f.layout;
    const found = colourways.find((c) => wantedKey(c.name) === wantedKey(said.text));
    if (found) f.design = baseFrom(f.design, found.id);
    else {
      const names = colourways.map((c) => c.name).join(', ');
      tell(f, 'stop', 'colour', `The layout has no colourway ${quoted(said.text)}: it has ${names}.`);
    }
  },

  ink(f, { ink }, said) {
    if (!said.text) return;
    const value = colourOf(said.text, f.design);
    if (!f.design.inks.some((i) => i.id === ink))
      tell(f, 'stop', 'part', `The layout has no ink “${ink}” any more.`);
    else if (value) f.design = applyEdits(f.design, [{ op: 'setInk', ink, value }]);
    else
      tell(f, 'stop', 'colour', `${quoted(said.text)} is no colour: write #rrggbb, or the name of an ink.`);
  },

  figure(f, place, said) {
    const part = partOf(f, place.part, 'motif');
    if (!part) return;
    const figure = said.text ? f.world.figures.get(wantedKey(said.text)) : undefined;
    if (!figure) {
      hide(f, part.id, true);
      if (figure === null)
        tell(
          f,
          'stop',
          'figure',
          `No figure is found for ${quoted(said.text)}: use another word, or leave the cell empty.`,
        );
      return;
    }
    const { outlines, added } = figureInks(figure, f.design, part, f.world.ground);
    const { width, height } = figure.art;
    const fresh: MotifPart = {
      ...part,
      ...{ name: figure.name, width, height, outlines, licence: figure.licence },
    };
    const inPlace = figureInPlace(part, fresh, place.weigh, (p) => f.measuring.boxOf(p, f.design));
    f.design = { ...f.design, inks: [...f.design.inks, ...added] };
    change(f, part.id, (p) => ({ ...inPlace, hidden: p.hidden }));
  },

  picture(f, place, said) {
    const part = partOf(f, place.part, 'picture');
    if (!part) return;
    const found = said.text ? f.world.pictures.get(wantedKey(said.text)) : undefined;
    if (!found || 'fault' in found) {
      hide(f, part.id, true);
      if (found) tell(f, 'stop', 'picture', `${quoted(said.text)}: ${found.fault}`);
      else if (found === null)
        tell(
          f,
          'stop',
          'picture',
          `There is no picture ${quoted(said.text)} among the materials: bring it in, or mend the name.`,
        );
      return;
    }
    const { materials } = f.design;
    const before = materials.find((m) => m.id === part.material);
    const id = freshId(
      'picture',
      materials.map((m) => m.id),
    );
    const k = before ? Math.min(before.width / found.width, before.height / found.height) : 1;
    f.design = { ...f.design, materials: [...materials, { ...found, id }] };
    change(f, part.id, (p) => ({
      ...(p as typeof part),
      material: id,
      // What was cut out of the other picture is none of this one's, and what was drawn on it by hand neither.
      crop: null,
      steps: stepsForAnother((p as typeof part).steps),
      place: { ...p.place, scaleX: p.place.scaleX * k, scaleY: p.place.scaleY * k },
    }));
  },

  code(f, place, said) {
    const part = partOf(f, place.part, 'code');
    if (!part) return;
    if (!said.text) hide(f, part.id, true);
    else change(f, part.id, (p) => ({ ...(p as typeof part), text: said.text }));
  },

  words(f, place, said, index) {
    const part = partOf(f, place.part, 'lettering');
    if (!part) return;
    const words = wordsIn(place, f.series, f.row);
    if (!words) {
      for (const name of said.empty) tell(f, 'stop', 'empty', `“${name}” is empty: its words are missing.`);
      if (place.line === null) hide(f, part.id, true);
      else
        change(f, part.id, (p) => ({
          ...(p as LetteringPart),
          lines: (p as LetteringPart).lines.map((l, i) =>
            i === place.line ? { ...l, text: '', spans: [] } : l,
          ),
        }));
      return;
    }
    if (words.length > MOST_WORDS) {
      hide(f, part.id, true);
      tell(
        f,
        'stop',
        'long',
        `${quoted(words)} has ${words.length} characters: ${MOST_WORDS} at the most go into a place.`,
      );
      return;
    }
    const side = sidesOf(f.design).find((s) => s.parts.some((p) => p.id === part.id))!;
    const opened = openSide(f.design, side.id);
    const now = opened.parts.find((p) => p.id === part.id) as LetteringPart;
    const { fit } = place;
    const set = fitWords(now, place, words, opened, f.measuring, fit.same ? f.sizes[index] : undefined);
    f.gave.push(set.gave);
    // A letter's breadth is no trouble.
    if (set.size < fit.least - 0.005)
      tell(
        f,
        'watch',
        'small',
        `${quoted(words.replace(/\n/g, ' '))} gets letters of ${Math.round(set.size * 100)} % of the layout’s: at least ${Math.round(fit.least * 100)} % are asked for.`,
      );
    change(f, part.id, () => set.part);
    const by = set.height.after - set.height.before;
    if (fit.push && Math.abs(by) > 0.5) f.shifts.push({ side: side.id, part: part.id, by });
  },

  shown(f, { part }, said) {
    const shown = answer(f, part, said);
    if (shown !== null) hide(f, part, !shown);
  },

  mirrored(f, { part }, said) {
    if (answer(f, part, said))
      change(f, part, (p) => ({ ...p, place: { ...p.place, scaleX: -p.place.scaleX } }));
  },

  // What a design is called is asked for without its artwork, too: see nameOf.
  name: () => undefined,

  tags(f, _place, said) {
    f.tags.push(...said.text.split(','));
  },
};

/** Sets every place of a layout. */
export function setPlaces(f: Filling): void {
  const said = f.series.places.map((p) => saidIn(p.says, f.series.columns, f.row));
  for (const kind of Object.keys(SETTERS) as PlaceKind[])
    f.series.places.forEach((place, index) => {
      if (place.kind === kind) (SETTERS[kind] as Setter<PlaceKind>)(f, place, said[index], index);
    });
}
