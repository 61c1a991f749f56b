import { partTitle, type Part } from '@brelm/core/parts';
import { allParts, type Design } from '@brelm/core/design';
import type { ByHand, Gave, LayoutPlace, PlaceKind } from '@brelm/core/series';

/** What places set, in a word. */
export const PLACE_WORDS: Readonly<Record<PlaceKind, string>> = {
  words: 'words',
  figure: 'figure',
  picture: 'picture',
  ink: 'colour',
  colourway: 'colourway',
  shown: 'shown or not',
  mirrored: 'mirrored or not',
  code: 'code',
  name: 'name of the design',
  tags: 'tags',
};

const partOf = (layout: Design, id: string): Part | undefined => allParts(layout).find((p) => p.id === id);

/** What a part of the layout is called. */
export const partName = (layout: Design, id: string): string => {
  const part = partOf(layout, id);
  return part ? partTitle(part) : `${id} (gone)`;
};

/** What a place is called: the part or the ink that it sets. */
export function placeName(layout: Design, place: LayoutPlace): string {
  if (place.kind === 'ink') return layout.inks.find((i) => i.id === place.ink)?.name ?? `${place.ink} (gone)`;
  if (!('part' in place)) return PLACE_WORDS[place.kind];
  const name = partName(layout, place.part);
  if (place.kind === 'words' && place.line !== null) return `${name}, line ${place.line + 1}`;
  return place.kind === 'shown' || place.kind === 'mirrored' ? `${name}, ${place.kind}` : name;
}

const signed = (n: number): string => `${n < 0 ? '−' : '+'}${Math.abs(Math.round(n))}`;

/** What was set by hand, in a few words. */
export function byHandWords(layout: Design, b: ByHand): string {
  switch (b.kind) {
    case 'moved':
      return `${partName(layout, b.part)} moved ${signed(b.dx)}, ${signed(b.dy)} px`;
    case 'sized':
      return `${partName(layout, b.part)} at ${Math.round(b.by * 100)} %`;
    case 'turned':
      return `${partName(layout, b.part)} turned ${signed(b.by)}°`;
    case 'spaced':
      return `${partName(layout, b.part)} spaced ${signed(b.by)}`;
    case 'worded':
      return `${partName(layout, b.part)} says “${b.words.replace(/\n/g, ' / ')}”`;
    case 'hidden':
      return `${partName(layout, b.part)} ${b.hidden ? 'hidden' : 'shown'}`;
    case 'inked':
      return `${layout.inks.find((i) => i.id === b.ink)?.name ?? b.ink} in ${b.value}`;
    case 'outlined':
      return `${partName(layout, b.part)} outlined in ${b.value}, ${Math.round(b.width)} px`;
  }
}

/** What gave so that words fit; null where nothing had to. */
export function gaveWords(layout: Design, gave: Gave): string | null {
  const said = [
    gave.closer ? `closed up by ${gave.closer}` : '',
    gave.narrow === undefined ? '' : `narrowed to ${gave.narrow}`,
    gave.lines ? `on ${gave.lines} ${gave.lines === 1 ? 'line' : 'lines'}` : '',
    Math.abs(gave.size - 1) > 0.005 ? `letters at ${Math.round(gave.size * 100)} %` : '',
  ].filter(Boolean);
  return said.length ? `${partName(layout, gave.part)}: ${said.join(', ')}` : null;
}
