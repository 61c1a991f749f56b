import {
  allParts,
  applyEdits,
  baseFrom,
  fitted,
  freshId,
  mapAllParts,
  openSide,
  sidesOf,
  type Design,
  type Material,
} from '../design';
import type { Drawing, Materials } from '../drawing';
import { boxHeight, boxWidth, EMPTY_BOX, isEmptyBox, transformBox, unite, type Box } from '../geometry';
import { figureInks, type ComposedFigure } from '../idea';
import type { LetteringPart, MotifPart, Part } from '../parts';
import { partLocalBox, partMatrix } from '../resolve';
import type { Licence } from '../rights';
import { freshWording } from './wording';
import { columnsIn, saidIn } from './columns';
import { figureInPlace } from './fit-figure';
import { fitWords, type Gave, type Measuring, type WordsPlace } from './fit-words';
import { MOST_WORDS, type ByHand, type LayoutPlace, type Series, type SeriesRow } from './types';

export type TroubleKind =
  | 'empty'
  | 'column'
  | 'long'
  | 'small'
  | 'figure'
  | 'picture'
  | 'colour'
  | 'answer'
  | 'part'
  | 'formula'
  | 'letters'
  | 'typeface'
  | 'twin'
  | 'name'
  | 'spelling'
  | 'protected'
  | 'proof';

/** What is wrong with a row. */
export interface Trouble {
  severity: 'stop' | 'watch' | 'note';
  kind: TroubleKind;
  message: string;
  /** Which check of a proof says so, and of which part; empty for the whole artwork. */
  check?: string;
}

/** A picture of the materials as it was found by its name, or why it cannot be used. */
export type FoundPicture = Omit<Material, 'id'> | { fault: string };

/** What rows are made of besides the layout and the table. */
export interface SeriesWorld {
  materials: Materials;
  /** By what was looked for, see wantedKey: null where nothing was found; not there while it is being looked for. */
  figures: ReadonlyMap<string, ComposedFigure | null>;
  pictures: ReadonlyMap<string, FoundPicture | null>;
  /** Colour of the garment that figures of one colour have to stand out from. */
  ground: string;
}

export interface RowDesign {
  design: Design;
  troubles: Trouble[];
  gave: Gave[];
}

/** How a figure or a picture that is asked for is found again. */
export const wantedKey = (words: string): string => words.trim().toLowerCase();

/** Whose drawing the layout's figures are: of which source their licence tells. */
export const figureLike = (layout: Design, series: Series): string | undefined => {
  const ids = new Set(series.places.flatMap((p) => (p.kind === 'figure' ? [p.part] : [])));
  const part = allParts(layout).find((p): p is MotifPart => p.kind === 'motif' && ids.has(p.id));
  return part?.licence.source;
};

/** Of figures that were found, the best that is drawn as the layout's own, else the best. */
export const bestFigure = <T extends { licence: Licence }>(
  found: readonly T[],
  like: string | undefined,
): T | undefined => found.find((f) => like !== undefined && f.licence.source === like) ?? found[0];

/** What rows ask for by name: figures of the library, pictures of the materials; each once. */
export function wantedBy(
  series: Series,
  rows: readonly SeriesRow[],
): { figures: string[]; pictures: string[] } {
  const of = (kind: 'figure' | 'picture') => {
    const says = series.places.filter((p) => p.kind === kind).map((p) => p.says);
    const all = rows.flatMap((row) => says.map((s) => wantedKey(saidIn(s, series.columns, row).text)));
    return [...new Set(all)].filter(Boolean);
  };
  return { figures: of('figure'), pictures: of('picture') };
}

const YES = /^(?:yes|y|true|1|x|on|shown|show)$/i;
const NO = /^(?:no|n|false|0|off|hidden|hide|-|–)$/i;
/** What a spreadsheet would run. */
const FORMULA = /^[=@]|^[+-](?=.*[(=])/;

/** The measuring of parts of a design. */
export const measuringBy = (materials: Materials): Measuring => ({
  materials,
  boxOf: (part, design) => partLocalBox(part, design, materials),
});

const quoted = (words: string): string => (words.length > 40 ? `“${words.slice(0, 38)}…”` : `“${words}”`);

/** The words that stand in a place in a row: by hand, or as the table says. */
export const wordsIn = (place: LayoutPlace, series: Series, row: SeriesRow): string => {
  const own = row.byHand.find(
    (b): b is Extract<ByHand, { kind: 'worded' }> =>
      b.kind === 'worded' && place.kind === 'words' && b.part === place.part && place.line === null,
  );
  return own ? own.words : saidIn(place.says, series.columns, row).text;
};

/** A design of one row of a series, what had to give for it, and what is wrong. */
export function rowDesign(
  layout: Design,
  series: Series,
  row: SeriesRow,
  world: SeriesWorld,
  sizes: Readonly<Record<number, number>> = {},
): RowDesign {
  const troubles: Trouble[] = [];
  const tell = (severity: Trouble['severity'], kind: TroubleKind, message: string) =>
    troubles.push({ severity, kind, message });
  const gave: Gave[] = [];
  const measuring = measuringBy(world.materials);

  const told = new Set<string>();
  for (const name of series.places.flatMap((p) => saidIn(p.says, series.columns, row).missing))
    if (!told.has(name)) {
      told.add(name);
      tell('stop', 'column', `There is no column “${name}”, which the layout asks for.`);
    }
  const cells = series.columns.map((c) => row.cells[c.id]?.trim() ?? '');
  if (cells.every((c) => !c)) tell('stop', 'empty', 'Nothing stands in this row.');
  for (const cell of cells.filter((c) => FORMULA.test(c)))
    tell('watch', 'formula', `${quoted(cell)} looks like a formula; it is taken as words.`);

  /** Cells of a place that is on a part, if the part is there and the row says something. */
  const of = <K extends LayoutPlace['kind']>(kind: K) =>
    series.places.flatMap((place, index) =>
      place.kind === kind
        ? [
            {
              place: place as Extract<LayoutPlace, { kind: K }>,
              index,
              said: saidIn(place.says, series.columns, row),
            },
          ]
        : [],
    );
  const partsById = new Map(allParts(layout).map((p) => [p.id, p]));
  const gone = (id: string) => {
    tell('stop', 'part', `The layout has no part “${id}” any more: give this place another one.`);
  };

  let design = layout;
  for (const { said } of of('colourway')) {
    if (!said.text) continue;
    const found = layout.colourways.find((c) => wantedKey(c.name) === wantedKey(said.text));
    if (found) design = baseFrom(design, found.id);
    else
      tell(
        'stop',
        'colour',
        `The layout has no colourway ${quoted(said.text)}: it has ${layout.colourways.map((c) => c.name).join(', ')}.`,
      );
  }
  for (const { place, said } of of('ink')) {
    if (!said.text) continue;
    const value = colourOf(said.text, design);
    if (!design.inks.some((i) => i.id === place.ink))
      tell('stop', 'part', `The layout has no ink “${place.ink}” any more.`);
    else if (value) design = applyEdits(design, [{ op: 'setInk', ink: place.ink, value }]);
    else tell('stop', 'colour', `${quoted(said.text)} is no colour: write #rrggbb, or the name of an ink.`);
  }
  const hide = (id: string, hidden: boolean) =>
    (design = mapAllParts(design, (p) => (p.id === id && p.hidden !== hidden ? { ...p, hidden } : p)));

  for (const { place, said } of of('figure')) {
    const part = partsById.get(place.part);
    if (part?.kind !== 'motif') {
      gone(place.part);
      continue;
    }
    if (!said.text) {
      hide(part.id, true);
      continue;
    }
    const figure = world.figures.get(wantedKey(said.text));
    if (!figure) {
      hide(part.id, true);
      if (figure === null)
        tell(
          'stop',
          'figure',
          `No figure is found for ${quoted(said.text)}: use another word, or leave the cell empty.`,
        );
      continue;
    }
    const { outlines, added } = figureInks(figure, design, part, world.ground);
    const { width, height } = figure.art;
    const fresh: MotifPart = {
      ...part,
      ...{ name: figure.name, width, height, outlines, licence: figure.licence },
    };
    const inPlace = figureInPlace(part, fresh, place.weigh, (p) => partLocalBox(p, design, world.materials));
    design = {
      ...mapAllParts(design, (p) => (p.id === part.id ? { ...inPlace, hidden: p.hidden } : p)),
      inks: [...design.inks, ...added],
    };
  }
  for (const { place, said } of of('picture')) {
    const part = partsById.get(place.part);
    if (part?.kind !== 'picture') {
      gone(place.part);
      continue;
    }
    const found = said.text ? world.pictures.get(wantedKey(said.text)) : undefined;
    if (!found || 'fault' in found) {
      hide(part.id, true);
      if (found) tell('stop', 'picture', `${quoted(said.text)}: ${found.fault}`);
      else if (found === null)
        tell(
          'stop',
          'picture',
          `There is no picture ${quoted(said.text)} among the materials: bring it in, or mend the name.`,
        );
      continue;
    }
    const before = design.materials.find((m) => m.id === part.material);
    const id = freshId(
      'picture',
      design.materials.map((m) => m.id),
    );
    const own = before ? Math.min(before.width / found.width, before.height / found.height) : 1;
    design = mapAllParts({ ...design, materials: [...design.materials, { ...found, id }] }, (p) =>
      p.id === part.id && p.kind === 'picture'
        ? {
            ...p,
            material: id,
            // What was cut out of the other picture is none of this one's.
            crop: null,
            place: { ...p.place, scaleX: p.place.scaleX * own, scaleY: p.place.scaleY * own },
          }
        : p,
    );
  }
  for (const { place, said } of of('code')) {
    const part = partsById.get(place.part);
    if (part?.kind !== 'code') gone(place.part);
    else if (!said.text) hide(part.id, true);
    else
      design = mapAllParts(design, (p) =>
        p.id === part.id && p.kind === 'code' ? { ...p, text: said.text } : p,
      );
  }

  const shifts: Shift[] = [];
  for (const { place, index, said } of of('words')) {
    const part = partsById.get(place.part);
    if (part?.kind !== 'lettering') {
      gone(place.part);
      continue;
    }
    const words = wordsIn(place, series, row);
    if (!words) {
      for (const name of said.empty) tell('stop', 'empty', `“${name}” is empty: its words are missing.`);
      if (place.line === null) hide(part.id, true);
      else design = withoutLine(design, place);
      continue;
    }
    if (words.length > MOST_WORDS) {
      tell(
        'stop',
        'long',
        `${quoted(words)} has ${words.length} characters: ${MOST_WORDS} at the most go into a place.`,
      );
      hide(part.id, true);
      continue;
    }
    const side = sidesOf(design).find((s) => s.parts.some((p) => p.id === part.id))!;
    const opened = openSide(design, side.id);
    const now = opened.parts.find((p): p is LetteringPart => p.id === part.id && p.kind === 'lettering')!;
    const set = fitWords(now, place, words, opened, measuring, place.fit.same ? sizes[index] : undefined);
    gave.push(set.gave);
    // A letter's breadth is no trouble.
    if (set.size < place.fit.least - 0.005)
      tell(
        'watch',
        'small',
        `${quoted(words.replace(/\n/g, ' '))} gets letters of ${Math.round(set.size * 100)} % of the layout’s: at least ${Math.round(place.fit.least * 100)} % are asked for.`,
      );
    design = mapAllParts(design, (p) => (p.id === part.id ? set.part : p));
    if (place.fit.push && Math.abs(set.height.after - set.height.before) > 0.5)
      shifts.push({ side: side.id, part: part.id, by: set.height.after - set.height.before });
  }
  for (const shift of shifts) design = pushed(design, layout, shift, measuring);

  for (const kind of ['shown', 'mirrored'] as const)
    for (const { place, said } of of(kind)) {
      const part = partsById.get(place.part);
      if (!part) gone(place.part);
      else if (!said.text) continue;
      else if (!YES.test(said.text) && !NO.test(said.text))
        tell(
          'watch',
          'answer',
          `${quoted(said.text)} is neither yes nor no: the part stays as the layout has it.`,
        );
      else if (kind === 'shown') hide(part.id, NO.test(said.text));
      else if (YES.test(said.text))
        design = mapAllParts(design, (p) =>
          p.id === part.id ? { ...p, place: { ...p.place, scaleX: -p.place.scaleX } } : p,
        );
    }
  if (series.whole) design = wholeAgain(design, layout, measuring);
  design = withByHand(design, row.byHand, measuring);
  const name = nameOf(series, row, layout);
  const tags = of('tags').flatMap(({ said }) => said.text.split(','));
  return {
    design: { ...design, name, wording: freshWording(design.wording, series, row, tags) },
    troubles,
    gave,
  };
}

/** What the design of a row is called: as the layout's place for it says, else the series and the row's first words. */
export function nameOf(series: Series, row: SeriesRow, layout: Pick<Design, 'name'>): string {
  const place = series.places.find((p) => p.kind === 'name');
  const said = place ? saidIn(place.says, series.columns, row).text.replace(/\n/g, ' ') : '';
  const first = series.columns.map((c) => row.cells[c.id]?.trim()).find(Boolean) ?? '';
  return (said || [series.name || layout.name, first].filter(Boolean).join(', ')).slice(0, 300);
}

/**
 * The size that all rows have in each place that asks for one size: that of the row that needs the smallest, but no
 * smaller than the least size, below which a row is told of. By the place's number.
 */
export function sizesOfSeries(
  layout: Design,
  series: Series,
  rows: readonly SeriesRow[],
  materials: Materials,
): Record<number, number> {
  const measuring = measuringBy(materials);
  const sizes: Record<number, number> = {};
  series.places.forEach((place, index) => {
    if (place.kind !== 'words' || !place.fit.same) return;
    const side = sidesOf(layout).find((s) => s.parts.some((p) => p.id === place.part));
    if (!side) return;
    const opened = openSide(layout, side.id);
    const part = opened.parts.find((p) => p.id === place.part);
    if (part?.kind !== 'lettering') return;
    const all = new Set(rows.filter((r) => !r.leftOut).map((r) => wordsIn(place, series, r)));
    let least = Infinity;
    for (const words of all)
      if (words && words.length <= MOST_WORDS)
        least = Math.min(least, fitWords(part, place, words, opened, measuring).size);
    if (Number.isFinite(least)) sizes[index] = Math.max(least, place.fit.least);
  });
  return sizes;
}

/** What of a drawing cannot be drawn as the row says. */
export function drawingTroubles(
  { faults }: Pick<Drawing, 'faults'>,
  nameOfFace: (id: string) => string,
): Trouble[] {
  return faults.flatMap((f): Trouble[] => {
    if (f.kind === 'no-letter')
      return [
        {
          severity: 'stop',
          kind: 'letters',
          message: `${nameOfFace(f.face)} has no ${f.characters.slice(0, 6).join(' ')}: other words, or another typeface.`,
        },
      ];
    if (f.kind === 'no-typeface')
      return [
        {
          severity: 'stop',
          kind: 'typeface',
          message: `${nameOfFace(f.face)} is not here: that line does not print.`,
        },
      ];
    return [];
  });
}

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

const withoutLine = (design: Design, place: WordsPlace): Design =>
  mapAllParts(design, (p) =>
    p.id === place.part && p.kind === 'lettering'
      ? { ...p, lines: p.lines.map((l, i) => (i === place.line ? { ...l, text: '', spans: [] } : l)) }
      : p,
  );

interface Shift {
  side: string;
  part: string;
  /** How much higher the words became, board px. */
  by: number;
}

/** A part's ink on the board. */
const onBoard = (part: Part, design: Design, { boxOf }: Measuring): Box => {
  const box = boxOf(part, design);
  return isEmptyBox(box) ? EMPTY_BOX : transformBox(box, partMatrix(part));
};

/** What lies wholly above words that became higher moves up by half of it, what lies below down; backdrops stay. */
function pushed(design: Design, layout: Design, { side, part, by }: Shift, measuring: Measuring): Design {
  const before = openSide(layout, side);
  const words = before.parts.find((p) => p.id === part)!;
  const at = onBoard(words, before, measuring);
  if (isEmptyBox(at)) return design;
  // Ink that reaches a little into the words' line is above or below it all the same.
  const slack = boxHeight(at) * 0.25;
  const way = new Map<string, number>();
  for (const p of before.parts) {
    if (p.id === part) continue;
    const box = onBoard(p, before, measuring);
    if (isEmptyBox(box)) continue;
    if (box.top >= at.bottom - slack) way.set(p.id, by / 2);
    else if (box.bottom <= at.top + slack) way.set(p.id, -by / 2);
  }
  return mapAllParts(design, (p) =>
    way.has(p.id) ? { ...p, place: { ...p.place, y: p.place.y + way.get(p.id)! } } : p,
  );
}

/** All that shows on the open side, board px. */
const artworkBox = (design: Design, measuring: Measuring): Box =>
  design.parts
    .filter((p) => !p.hidden)
    .reduce((sum, p) => {
      const box = onBoard(p, design, measuring);
      return isEmptyBox(box) ? sum : unite(sum, box);
    }, EMPTY_BOX);

/** How much of the layout's width and height artwork may be more, before it is scaled. */
const SLACK = 1.005;

/** Each side's artwork scaled back into the room of the layout's, where it has grown out of it. */
function wholeAgain(design: Design, layout: Design, measuring: Measuring): Design {
  const open = design.side.id;
  let whole = design;
  for (const { id } of sidesOf(layout)) {
    const [was, now] = [openSide(layout, id), openSide(whole, id)];
    const [room, box] = [artworkBox(was, measuring), artworkBox(now, measuring)];
    if (isEmptyBox(room) || isEmptyBox(box)) continue;
    const out = Math.max(
      boxWidth(box) / Math.max(1, boxWidth(room)),
      boxHeight(box) / Math.max(1, boxHeight(room)),
    );
    if (out > SLACK) whole = openSide(fitted(now, box, room), open);
    else whole = openSide(now, open);
  }
  return whole;
}

/** A design with what was set by hand. */
export function withByHand(design: Design, byHand: readonly ByHand[], measuring: Measuring): Design {
  let made = design;
  for (const b of byHand) {
    if (b.kind === 'inked') {
      made = applyEdits(made, [{ op: 'setInk', ink: b.ink, value: b.value }]);
      continue;
    }
    // Words were taken where they were fitted.
    if (b.kind === 'worded') continue;
    const side = sidesOf(made).find((s) => s.parts.some((p) => p.id === b.part));
    if (!side) continue;
    const opened = openSide(made, side.id);
    made = mapAllParts(made, (p) => (p.id === b.part ? changedByHand(p, b, opened, measuring) : p));
  }
  return made;
}

function changedByHand(
  part: Part,
  by: Exclude<ByHand, { kind: 'inked' | 'worded' }>,
  design: Design,
  measuring: Measuring,
): Part {
  const { place } = part;
  switch (by.kind) {
    case 'moved':
      return { ...part, place: { ...place, x: place.x + by.dx, y: place.y + by.dy } };
    case 'hidden':
      return { ...part, hidden: by.hidden };
    case 'spaced':
      return part.kind === 'lettering'
        ? { ...part, lines: part.lines.map((l) => ({ ...l, tracking: l.tracking + by.by })) }
        : part;
    case 'sized':
    case 'turned': {
      const changed: Part =
        by.kind === 'sized'
          ? { ...part, place: { ...place, scaleX: place.scaleX * by.by, scaleY: place.scaleY * by.by } }
          : { ...part, place: { ...place, turn: place.turn + by.by } };
      // About the middle of its ink.
      const middle = (p: Part): [number, number] => {
        const box = onBoard(p, design, measuring);
        return isEmptyBox(box)
          ? [p.place.x, p.place.y]
          : [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
      };
      const [[x0, y0], [x1, y1]] = [middle(part), middle(changed)];
      return {
        ...changed,
        place: { ...changed.place, x: changed.place.x + x0 - x1, y: changed.place.y + y0 - y1 },
      };
    }
  }
}

/** Columns that places name and the table has not. */
export const missingColumns = (series: Series): string[] => [
  ...new Set(
    series.places
      .flatMap((p) => columnsIn(p.says))
      .filter((name) => !series.columns.some((c) => wantedKey(c.name) === wantedKey(name))),
  ),
];
