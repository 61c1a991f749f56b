import { useEffect, useMemo, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import { headOf, type Design } from '@brelm/core/design';
import {
  artworkLines,
  coloursSold,
  countsOf,
  filledListing,
  judgeListing,
  listingPrice,
  phraseOf,
  pieceCost,
  usedMaterials,
  usualPictures,
  type Count,
  type FilledListing,
  type ListingFinding,
  type ProtectedWord,
} from '@brelm/core/listing';
import { shows, type Scene } from '@brelm/core/mockup';
import { plannedFiles } from '@brelm/core/placement';
import type { Catalogue } from '@brelm/core/press';
import { spellableIn, type Spelling } from '@brelm/core/proof';
import type { Spec } from '@brelm/core/spec';
import { overrideOf } from '@brelm/core/wording';
import type { ListingView, MadeMockup } from '@brelm/contract';
import { doubts } from '../../workers/proof-client';

/** A listing as a row of the table: its words filled, judged and priced, and what its marketplace says of it. */
export interface ListingRow {
  spec: Spec;
  words: FilledListing;
  counts: Record<'title' | 'description' | 'tags', Count>;
  findings: ListingFinding[];
  /** Hundredths; null where it is not known. */
  cost: number | null;
  price: number | null;
  currency: string;
  files: number;
  /** Pictures that were made for it; where none were, how many will be. */
  pictures: { made: number; usual: number };
  /** Names of the colours that it is sold in. */
  colours: string[];
  /** What is sent, and what was heard; null while it never was. */
  listing: ListingView | null;
}

export interface RowsFrom {
  design: Design;
  specs: readonly Spec[];
  garments: readonly Garment[];
  scenes: readonly Scene[];
  catalogue: Catalogue | undefined;
  mockups: readonly MadeMockup[];
  protectedWords: readonly ProtectedWord[];
  listings: readonly ListingView[];
}

/** What dictionaries say of words, as far as it is known. */
function useSpelling(texts: readonly string[]): Spelling {
  const [known, setKnown] = useState<ReadonlyMap<string, string[] | null>>(new Map());
  const words = useMemo(
    () => [...new Set(texts.flatMap((t) => t.split('\n')).flatMap((l) => spellableIn(l).map((w) => w.word)))],
    [texts],
  );
  useEffect(() => {
    const fresh = words.filter((w) => !known.has(w));
    if (fresh.length === 0) return;
    const abort = new AbortController();
    doubts(fresh, abort.signal).then(
      (found) => {
        const meant = new Map(found.map((d) => [d.word, d.meant]));
        setKnown((k) => new Map([...k, ...fresh.map((w) => [w, meant.get(w) ?? null] as const)]));
      },
      // Without dictionaries nothing is said of spelling.
      () => undefined,
    );
    return () => abort.abort();
  }, [words, known]);
  return useMemo(() => ({ doubt: (word) => known.get(word) ?? null }), [known]);
}

/** The products that a design is listed as: those that it is placed on, or was made for. */
export function useRows(from: RowsFrom): ListingRow[] {
  const { design, specs, garments, scenes, catalogue, mockups, protectedWords, listings } = from;
  const drafts = useMemo(() => {
    const head = headOf(design);
    const phrase = phraseOf(artworkLines(design));
    // The product that it was made for comes first.
    const first = (spec: Spec) => Number(spec.id !== design.board.spec);
    const ordered = [...specs].sort((a, b) => first(a) - first(b));
    return ordered.flatMap((spec) => {
      const planned = spec.sides.flatMap((side) => plannedFiles(head, spec, side));
      if (planned.length === 0) return [];
      const sold = coloursSold(planned, spec, garments);
      const colours = sold.map((id) => garments.find((g) => g.id === id)?.name ?? id);
      const words = filledListing({ design: head, spec, phrase, garments: colours });
      const cost = catalogue ? pieceCost(catalogue, head, spec) : null;
      const own = overrideOf(design.wording, spec.id).price;
      const price = listingPrice(spec, cost, design.wording.pricing, own);
      const scene = scenes.some((s) => planned.some((p) => shows(s, spec, p.side)));
      return [
        {
          spec,
          planned,
          colours,
          words,
          cost,
          price,
          usual: scene ? usualPictures(sold).length : 0,
        },
      ];
    });
  }, [design, specs, garments, scenes, catalogue]);
  const texts = useMemo(
    () => drafts.flatMap(({ words }) => [words.title, words.description, ...words.tags]),
    [drafts],
  );
  const spelling = useSpelling(texts);
  const used = useMemo(() => usedMaterials(design), [design]);
  return useMemo(
    () =>
      drafts.map(({ spec, planned, colours, words, cost, price, usual }) => {
        const made = mockups.filter((m) => m.file.spec === spec.id).length;
        const input = { words, spec, price, cost, pictures: made || usual, used };
        return {
          ...{ spec, words, colours, cost, price, files: planned.length, pictures: { made, usual } },
          counts: countsOf(words, spec),
          // While the press is asked what it costs, nothing is said of prices.
          findings: judgeListing(input, { protectedWords, spelling }).filter(
            (f) => catalogue || f.part !== 'price',
          ),
          currency: spec.listing?.fees?.currency ?? catalogue?.currency ?? 'EUR',
          listing: listings.find((l) => l.spec === spec.id) ?? null,
        };
      }),
    [drafts, mockups, used, protectedWords, spelling, listings, catalogue],
  );
}
