import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import MiniSearch from 'minisearch';
import type { Licence } from '@brelm/core/rights';

/** A set of figures that ships with the application, as an `@iconify-json` package. */
interface MotifSet {
  id: string;
  package: string;
  /** How its figures look, in words. */
  style: string;
}

export const MOTIF_SETS: readonly MotifSet[] = [
  { id: 'flat', package: 'fluent-emoji-flat', style: 'flat colours' },
  { id: 'silhouette', package: 'game-icons', style: 'one colour' },
  { id: 'shaded', package: 'noto', style: 'shaded' },
];

interface IconData {
  body: string;
  width?: number;
  height?: number;
  left?: number;
  top?: number;
  hidden?: boolean;
}
interface IconSet {
  width?: number;
  height?: number;
  icons: Record<string, IconData>;
}
interface SetMetadata {
  categories?: Record<string, string[]>;
}
interface SetInfo {
  name: string;
  author: { name: string; url?: string };
  license: { spdx: string; title: string; url?: string };
}

/** What figures are browsed by, as Unicode groups its pictographs; the ids are in addresses. */
export const MOTIF_TOPICS = [
  { id: 'animals', name: 'Animals and plants', group: 'Animals & Nature' },
  { id: 'food', name: 'Food and drink', group: 'Food & Drink' },
  { id: 'places', name: 'Places and travel', group: 'Travel & Places' },
  { id: 'activities', name: 'Sport and play', group: 'Activities' },
  { id: 'things', name: 'Things', group: 'Objects' },
  { id: 'signs', name: 'Signs', group: 'Symbols' },
  { id: 'faces', name: 'Faces', group: 'Smileys & Emotion' },
  { id: 'people', name: 'People', group: 'People & Body' },
] as const;

/** A figure as it is found. */
export interface MotifEntry {
  /** Set and name: `flat/owl`. */
  id: string;
  name: string;
  set: string;
  style: string;
  licence: Licence;
}

/** Copies of a figure in other skins: one is enough to be found. */
const VARIANT = /-(light|medium-light|medium|medium-dark|dark)(-skin-tone)?(-|$)/;

const words = (name: string) => name.replace(/[-_]+/g, ' ');

/** Words that the trade looks for and that the lists of synonyms lack. */
const OURS: Record<string, string[]> = {
  butterfly: ['moth', 'emperor moth', 'wings'],
  mushroom: ['toadstool', 'fungus', 'fungi', 'shroom'],
  owl: ['hoot', 'night bird', 'barn owl'],
  boot: ['hiking', 'walking'],
  lantern: ['lamp', 'camping light'],
  tent: ['camp', 'camping'],
  moon: ['night', 'crescent'],
};

/** Words that people use for the same thing, by the words of a figure's name. */
function synonymsOf(keywords: Record<string, string[]>): Map<string, Set<string>> {
  const out = new Map<string, Set<string>>();
  for (const [name, ...others] of Object.values(keywords)) {
    if (!name) continue;
    const said = new Set(others.map(words));
    // "rabbit_face" says something of rabbits, too; what is said of a Japanese symbol says nothing of Japan.
    for (const key of new Set([words(name), words(name).replace(/ face$/, '')])) {
      const known = out.get(key) ?? new Set();
      for (const word of said) known.add(word);
      out.set(key, known);
    }
  }
  for (const [key, others] of Object.entries(OURS)) {
    const known = out.get(key) ?? new Set();
    for (const word of others) known.add(word);
    out.set(key, known);
  }
  return out;
}

/** The figures that ship with the application: found by word and synonym, given as SVG. */
export class MotifLibrary {
  private constructor(
    private readonly sets: Map<string, { data: IconSet; info: SetInfo }>,
    private readonly entries: Map<string, MotifEntry>,
    private readonly index: MiniSearch<{ id: string; name: string; also: string }>,
    private readonly topics: Map<string, Set<string>>,
    private readonly synonyms: Map<string, Set<string>>,
  ) {}

  /** Reads the sets and makes the index; takes about a second. */
  static async load(): Promise<MotifLibrary> {
    const sets = new Map<string, { data: IconSet; info: SetInfo }>();
    const entries = new Map<string, MotifEntry>();
    const keywords = JSON.parse(await readFile(require.resolve('emojilib'), 'utf8')) as Record<
      string,
      string[]
    >;
    const synonyms = synonymsOf(keywords);
    const topics = new Map<string, Set<string>>(MOTIF_TOPICS.map((t) => [t.id, new Set()]));
    /** The topics that each name has in the sets that are sorted. */
    const named = new Map<string, string>();
    const documents: { id: string; name: string; also: string }[] = [];
    for (const set of MOTIF_SETS) {
      const folder = dirname(require.resolve(`@iconify-json/${set.package}/icons.json`));
      const read = async <T>(file: string) => JSON.parse(await readFile(join(folder, file), 'utf8')) as T;
      const [data, info, metadata] = await Promise.all([
        read<IconSet>('icons.json'),
        read<SetInfo>('info.json'),
        read<SetMetadata>('metadata.json'),
      ]);
      for (const { id, group } of MOTIF_TOPICS)
        for (const name of metadata.categories?.[group] ?? []) named.set(name, id);
      sets.set(set.id, { data, info });
      const { author, license } = info;
      const licence: Licence = {
        id: license.spdx,
        source: `${info.name} by ${author.name}${author.url ? `, ${author.url}` : ''}`,
      };
      for (const [name, icon] of Object.entries(data.icons)) {
        if (icon.hidden || VARIANT.test(name)) continue;
        const id = `${set.id}/${name}`;
        entries.set(id, { id, name: words(name), set: info.name, style: set.style, licence });
        const parts = words(name).split(' ');
        const also = new Set([words(name), ...parts].flatMap((w) => [...(synonyms.get(w) ?? [])]));
        documents.push({ id, name: words(name), also: [...also].join(' ') });
      }
    }
    // A set that is not sorted is by its names: an owl is an animal in each of them.
    for (const { id } of entries.values()) {
      const topic = named.get(id.split('/')[1]);
      if (topic) topics.get(topic)!.add(id);
    }
    const index = new MiniSearch<{ id: string; name: string; also: string }>({
      fields: ['name', 'also'],
      searchOptions: {
        boost: { name: 2 },
        // A figure that is the thing comes before one that only has it: "rabbit", then "people with bunny ears".
        boostDocument: (id) => (2 / (1 + (entries.get(id as string)?.name.split(' ').length ?? 1))) ** 1.5,
        prefix: (term) => term.length > 1,
        fuzzy: (term) => (term.length > 5 ? 0.15 : false),
        combineWith: 'AND',
      },
    });
    index.addAll(documents);
    return new MotifLibrary(sets, entries, index, topics, synonyms);
  }

  get size(): number {
    return this.entries.size;
  }

  /**
   * Figures for a phrase, the best first; `from` and `count` choose a page. All figures for no phrase. Of one
   * topic alone where it is given; none for a topic that there is not.
   */
  search(phrase: string, from = 0, count = 60, topic?: string): { total: number; entries: MotifEntry[] } {
    const asked = phrase.trim();
    const within = topic === undefined ? null : (this.topics.get(topic) ?? new Set());
    const all = asked
      ? this.index.search(asked).map((r) => r.id as string)
      : [...(within ?? this.entries.keys())];
    const ids = within ? all.filter((id) => within.has(id)) : all;
    return { total: ids.length, entries: ids.slice(from, from + count).map((id) => this.entries.get(id)!) };
  }

  /** What figures of these names show, in words that people use: the names themselves, then words for the same. */
  wordsFor(names: readonly string[]): string[] {
    const own = names.map((n) => words(n).trim().toLowerCase()).filter(Boolean);
    const also = own.flatMap((n) => [...(this.synonyms.get(n) ?? [])]);
    return [...new Set([...own, ...also])];
  }

  entry(id: string): MotifEntry | undefined {
    return this.entries.get(id);
  }

  /** A figure as SVG; what has no colour of its own gets `colour`. Undefined for an unknown id. */
  svg(id: string, colour = '#20262a'): string | undefined {
    if (!this.entries.has(id)) return undefined;
    const [setId, name] = id.split('/');
    const { data } = this.sets.get(setId)!;
    const icon = data.icons[name];
    const width = icon.width ?? data.width ?? 16;
    const height = icon.height ?? data.height ?? 16;
    const box = `${icon.left ?? 0} ${icon.top ?? 0} ${width} ${height}`;
    const body = icon.body.replaceAll('currentColor', colour);
    return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${width}" height="${height}" viewBox="${box}">${body}</svg>`;
  }
}

let library: Promise<MotifLibrary> | undefined;

/** The library, read when first asked for. */
export const motifLibrary = (): Promise<MotifLibrary> => (library ??= MotifLibrary.load());
