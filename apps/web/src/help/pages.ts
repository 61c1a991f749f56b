import { say } from '../words/help';

/** Help: the pages of `docs/help`, the same that the repository shows, with its pictures. */

const TEXTS = import.meta.glob<string>('../../../../docs/help/*.md', { query: '?raw', import: 'default' });
const PICTURES = import.meta.glob<string>(
  ['../../../../docs/screenshots/*.png', '../../../../docs/help/drawings/*.svg'],
  { query: '?url', import: 'default' },
);

export const PAGES = {
  shelf: say('shelf'),
  artwork: say('artwork'),
  garments: say('garments'),
  'cut-line': say('cutLine'),
  mockups: say('mockups'),
  placement: say('placement'),
  listings: say('listings'),
  almanac: say('almanac'),
  series: say('series'),
  sheets: say('sheets'),
  materials: say('materials'),
  specs: say('specBook'),
  runs: say('runs'),
  samples: say('samples'),
  numbers: say('numbers'),
  history: say('shopsAndPeople'),
  findings: say('whatTheProofFinds'),
  words: say('words'),
} as const;
export type PageId = keyof typeof PAGES;

/** The page for an address of the interface; the shelf's where there is none of its own. */
export function pageFor(path: string): PageId {
  const [, place, , stage] = path.split('/');
  if (place === 'design')
    return stage === 'cut' ? 'cut-line' : stage && stage in PAGES ? (stage as PageId) : 'artwork';
  return place && place in PAGES ? (place as PageId) : 'shelf';
}

/** The name by which a heading is gone to: what a check is called in code. */
export const anchorOf = (heading: string): string => heading.trim().toLowerCase().replace(/\s+/g, '-');

/** The text of a page. Throws an Error where it cannot be fetched. */
export const textOf = async (page: PageId): Promise<string> => TEXTS[`../../../../docs/help/${page}.md`]();

/** The address of a picture that a page names; none for one that is not there. */
export async function pictureOf(named: string): Promise<string | undefined> {
  // As the page itself says it: from where it lies.
  const { pathname } = new URL(named, 'http://here/docs/help/');
  return PICTURES[`../../../..${pathname}`]?.();
}
