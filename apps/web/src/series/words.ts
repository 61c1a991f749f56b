import { partTitle, type Part } from '@brelm/core/parts';
import { allParts, type Design } from '@brelm/core/design';
import type { ByHand, Gave, LayoutPlace, PlaceKind } from '@brelm/core/series';
import { say } from '../words/series';

/** What places set, in a word. */
export const PLACE_WORDS: Readonly<Record<PlaceKind, string>> = {
  words: say('words'),
  figure: say('figure'),
  picture: say('picture'),
  ink: say('colour'),
  colourway: say('colourway'),
  shown: say('shownOrNot'),
  mirrored: say('mirroredOrNot'),
  code: say('code'),
  name: say('nameOfTheDesign'),
  tags: say('tags'),
};

const partOf = (layout: Design, id: string): Part | undefined => allParts(layout).find((p) => p.id === id);

/** What a part of the layout is called. */
export const partName = (layout: Design, id: string): string => {
  const part = partOf(layout, id);
  return part ? partTitle(part) : say('gone', { id });
};

/** What a place is called: the part or the ink that it sets. */
export function placeName(layout: Design, place: LayoutPlace): string {
  if (place.kind === 'ink')
    return layout.inks.find((i) => i.id === place.ink)?.name ?? say('gone2', { ink: place.ink });
  if (!('part' in place)) return PLACE_WORDS[place.kind];
  const name = partName(layout, place.part);
  if (place.kind === 'words' && place.line !== null) return say('line', { name, line: place.line + 1 });
  return place.kind === 'shown' || place.kind === 'mirrored' ? `${name}, ${place.kind}` : name;
}

const signed = (n: number): string => `${n < 0 ? '−' : '+'}${Math.abs(Math.round(n))}`;

/** What was set by hand, in a few words. */
export function byHandWords(layout: Design, b: ByHand): string {
  switch (b.kind) {
    case 'moved':
      return say('movedPx', {
        partName: partName(layout, b.part),
        signed: signed(b.dx),
        signed2: signed(b.dy),
      });
    case 'sized':
      return say('at', { partName: partName(layout, b.part), by: Math.round(b.by * 100) });
    case 'turned':
      return say('turned', { partName: partName(layout, b.part), signed: signed(b.by) });
    case 'spaced':
      return say('spaced', { partName: partName(layout, b.part), signed: signed(b.by) });
    case 'worded':
      return say('says', { partName: partName(layout, b.part), replace: b.words.replace(/\n/g, ' / ') });
    case 'hidden':
      return `${partName(layout, b.part)} ${b.hidden ? say('hidden') : say('shown')}`;
    case 'inked':
      return say('in', { name: layout.inks.find((i) => i.id === b.ink)?.name ?? b.ink, value: b.value });
    case 'outlined':
      return say('outlinedInPx', {
        partName: partName(layout, b.part),
        value: b.value,
        width: Math.round(b.width),
      });
  }
}

/** What gave so that words fit; null where nothing had to. */
export function gaveWords(layout: Design, gave: Gave): string | null {
  const said = [
    gave.closer ? say('closedUpBy', { closer: gave.closer }) : '',
    gave.narrow === undefined ? '' : say('narrowedTo', { narrow: gave.narrow }),
    gave.lines ? say('onLine', { lines: gave.lines }) : '',
    Math.abs(gave.size - 1) > 0.005 ? say('lettersAt', { gave: Math.round(gave.size * 100) }) : '',
  ].filter(Boolean);
  return said.length ? `${partName(layout, gave.part)}: ${said.join(', ')}` : null;
}
