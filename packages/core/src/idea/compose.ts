import { boxCentre, boxHeight, boxWidth, isEmptyBox, type Box } from '../geometry';
import { contrastRatio } from '../colour';
import {
  applyEdits,
  emptyDesign,
  freshId,
  fromStarter,
  inksOfPart,
  partIds,
  styleEdits,
  unusedInks,
  wordsAsRead,
  wordsOf,
  wordSlots,
  type Board,
  type Design,
  type LetteringStyle,
} from '../design';
import {
  lettering,
  letteringLine,
  motif,
  place,
  type LetteringPart,
  type MotifPart,
  type Part,
} from '../parts';
import type { Measure } from '../type';
import type { Licence } from '../rights';
import { inkOutlines, type SvgArt } from '../svg';
import { splitPhrase } from './split';

/** A figure that a composition can show. */
export interface ComposedFigure {
  name: string;
  art: Pick<SvgArt, 'outlines' | 'width' | 'height'>;
  licence: Licence;
}

/** What a composition is made for. */
export interface ComposeOn {
  phrase: string;
  board: Board;
  /** What is surely printed of the board, board px. */
  safe: Box;
  backdrop: string;
  garments: string[];
  /** The garment's colour, and whether it is pale. */
  ground: string;
  pale: boolean;
  figure: ComposedFigure | null;
  /** Measures a part's ink in its own units. */
  boxOf: (part: Part, design: Design) => Box;
}

/** Colours of a figure that are one ink with a colour of the design. */
const SAME = 4;

/** The figure in the place of another one, as large as fits there. */
function refigured(part: MotifPart, figure: ComposedFigure, outlines: MotifPart['outlines']): MotifPart {
  const { width, height } = figure.art;
  const k = Math.min(part.width / Math.max(1, width), part.height / Math.max(1, height));
  return {
    ...part,
    ...{ name: figure.name, width, height, outlines, licence: figure.licence },
    place: { ...part.place, scaleX: part.place.scaleX * k, scaleY: part.place.scaleY * k },
  };
}

/** Whether a figure has one colour alone, which is none of its own. */
export const isSingle = ({ art: { outlines } }: ComposedFigure): boolean =>
  outlines.every((o) => o.colour === outlines[0].colour && !o.gradient);

/** A figure's outlines in one ink. */
export const inInk = ({ art }: ComposedFigure, ink: string): MotifPart['outlines'] =>
  art.outlines.map(({ colour: _, gradient: __, ...o }) => ({ ...o, ink }));

/**
 * A figure's outlines in inks of the design. One of a single colour has none of its own: it takes, of the inks of the
 * figure before it, the one that stands out most from what lies right behind.
 */
export function figureInks(figure: ComposedFigure, design: Design, before: MotifPart, garment: string) {
  const inks = design.inks.filter((i) => inksOfPart(before).includes(i.id));
  if (!isSingle(figure) || !inks.length) return inkOutlines(figure.art, design.inks, SAME);
  const behind = design.parts.slice(design.parts.indexOf(before) + 1).find((p) => p.kind === 'shape');
  const ground = design.inks.find((i) => behind && inksOfPart(behind)[0] === i.id)?.value ?? garment;
  const best = inks.reduce((a, b) =>
    contrastRatio(b.value, ground) > contrastRatio(a.value, ground) ? b : a,
  );
  return { outlines: inInk(figure, best.id), added: [] };
}

/** Without the inks that nothing uses any more, as long as one is left. */
export function tidied(design: Design): Design {
  const unused = new Set(unusedInks(design).map((i) => i.id));
  const inks = design.inks.filter((i) => !unused.has(i.id));
  return { ...design, inks: inks.length ? inks : design.inks.slice(0, 1) };
}

/** How much of a phrase a place for words takes: what stands there now. */
const shareOf = (words: string): number => Math.max(4, words.replace(/\s/g, '').length);
const isUpper = (words: string): boolean => words === words.toUpperCase() && words !== words.toLowerCase();

/** A phrase in a starter's places for words, with a figure in the place of its own. Places that it has no words for go. */
export function onStarter(starter: Design, frame: Box, on: ComposeOn): Design {
  const slots = wordsAsRead(starter);
  const pieces = splitPhrase(
    on.phrase,
    slots.map((s) => shareOf(wordsOf(s))),
  );
  const words: Record<string, string> = {};
  // What is said least goes first: a phrase of two words needs no small line below.
  const kept = [...slots].sort((a, b) => shareOf(wordsOf(b)) - shareOf(wordsOf(a))).slice(0, pieces.length);
  const filled = slots.filter((s) => kept.includes(s));
  filled.forEach((slot, i) => {
    const was = wordsOf(slot);
    const lines = splitPhrase(
      pieces[i],
      slot.lines.map((l) => shareOf(l.text)),
    );
    const said = lines.join('\n');
    words[slot.id] = isUpper(was) ? said.toUpperCase() : said;
  });
  const gone = new Set(slots.filter((s) => !kept.includes(s)).map((s) => s.id));
  const { figure } = on;
  let ready: Design = { ...starter, parts: starter.parts.filter((p) => !gone.has(p.id)) };
  const stage = ready.parts.find((p): p is MotifPart => p.kind === 'motif' && p.slot === 'figure');
  if (figure && stage) {
    const { outlines, added } = figureInks(figure, ready, stage, on.ground);
    ready = {
      ...ready,
      inks: [...ready.inks, ...added],
      parts: ready.parts.map((p) => (p === stage ? refigured(stage, figure, outlines) : p)),
    };
  }
  const made = fromStarter(ready, {
    ...{
      name: on.phrase,
      board: on.board,
      backdrop: on.backdrop,
      garments: on.garments,
      pale: on.pale,
      words,
    },
    frames: { from: frame, to: on.safe },
    boxOf: (part) => on.boxOf(part, ready),
  });
  return tidied(made);
}

/** Shares of the safe area: what lettering takes across, it and a figure together take down, and lies between them. */
const ACROSS = 0.94;
const DOWN = 0.82;
const FIGURE_DOWN = 0.34;
const BETWEEN = 0.03;
/** Where the middle of it all is, from the top of the safe area: what hangs at chest height is seen. */
const MIDDLE = 0.45;

/** Characters that a line of a block has, about. */
const LINE = 8.5;
const BLOCK = 400;

/** A phrase as one squared block in a style of lettering, with a figure above it. */
export function inStyle(style: LetteringStyle, on: ComposeOn): Design {
  const { phrase, board, safe, figure } = on;
  const ink = on.pale ? { name: 'Night', value: '#20262a' } : { name: 'Bone', value: '#f2ead8' };
  const empty = emptyDesign(phrase, board, on.backdrop, on.garments, ink);
  const count = Math.max(1, Math.min(5, Math.round(phrase.length / LINE)));
  const { face } = style.part.lines[0];
  const lines = splitPhrase(phrase, new Array<number>(count).fill(1)).map((text) =>
    letteringLine(text, face, BLOCK, empty.inks[0].id),
  );
  const plain = lettering('words', '', place(board.width / 2, board.height / 2), lines);
  const measure: Measure = {
    width: BLOCK * 5,
    by: 'size',
    least: 0.6,
    most: 2.5,
    gap: BLOCK * 0.14,
    optical: true,
  };
  const block = lines.length > 1 ? { ...plain, measure } : plain;
  const [across, down, between] = [
    boxWidth(safe) * ACROSS,
    boxHeight(safe) * DOWN,
    boxHeight(safe) * BETWEEN,
  ];
  const [middle] = boxCentre(safe);
  const art = figure && { width: Math.max(1, figure.art.width), height: Math.max(1, figure.art.height) };
  const figureScale = art
    ? Math.min((boxHeight(safe) * FIGURE_DOWN) / art.height, (boxWidth(safe) * 0.6) / art.width)
    : 0;
  const above = art ? art.height * figureScale + between : 0;
  /** The lettering as large as there is room for, and where the figure's middle then is. */
  const laid = (part: Part, design: Design): { part: Part; figureY: number } => {
    const box = on.boxOf(part, design);
    if (isEmptyBox(box)) return { part, figureY: safe.top };
    const k = Math.min(across / boxWidth(box), (down - above) / boxHeight(box));
    const height = above + boxHeight(box) * k;
    const top = Math.max(safe.top, safe.top + boxHeight(safe) * MIDDLE - height / 2);
    const [cx, cy] = boxCentre(box);
    const y = top + above + (boxHeight(box) * k) / 2 - cy * k;
    return {
      part: { ...part, place: { ...part.place, x: middle - cx * k, y, scaleX: k, scaleY: k } },
      figureY: top + (above - between) / 2,
    };
  };
  const start: Design = { ...empty, parts: [block] };
  const sized = laid(block, start).part as LetteringPart;
  const at: Design = { ...start, parts: [sized] };
  const dressed = applyEdits(at, styleEdits(at, sized, style));
  // The style's own typeface and spacing are wider or narrower.
  const { part, figureY } = laid(dressed.parts[0], dressed);
  const whole: Design = { ...dressed, parts: [part] };
  if (!figure || !art) return tidied(whole);
  // One of a single colour is of the lettering's.
  const { outlines, added } = isSingle(figure)
    ? { outlines: inInk(figure, (part as LetteringPart).lines[0].ink), added: [] }
    : inkOutlines(figure.art, whole.inks, SAME);
  const id = freshId('figure', partIds(whole));
  const shown = motif(
    id,
    figure.name,
    place(middle, figureY, figureScale),
    { ...art, outlines },
    figure.licence,
  );
  return tidied({ ...whole, inks: [...whole.inks, ...added], parts: [part, shown] });
}

/** Typefaces that a phrase is set in, in one ink, where the seller has no styles of lettering yet. */
const PLAIN: readonly [face: string, name: string][] = [
  ['anton', 'Plain, narrow'],
  ['alfa-slab-one', 'Plain, slab'],
  ['pacifico', 'Plain, script'],
];

/** Lettering without anything around it, by its name. */
export const PLAIN_STYLES: readonly { name: string; style: LetteringStyle }[] = PLAIN.map(([face, name]) => ({
  name,
  style: {
    inks: [{ id: 'plain', name: 'Bone', value: '#f2ead8' }],
    part: lettering('plain', '', place(0, 0), [letteringLine('Plain', face, BLOCK, 'plain')]),
  },
}));

/** Whether a starter can carry a phrase. */
export const takesWords = (starter: Design): boolean => wordSlots(starter).length > 0;

/** A design with other values for some of its inks. */
export const withInks = (design: Design, inks: Readonly<Record<string, string>>): Design => ({
  ...design,
  inks: design.inks.map((i) => (inks[i.id] ? { ...i, value: inks[i.id] } : i)),
});
