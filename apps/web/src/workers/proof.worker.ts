import { expose } from 'comlink';
import type { Garment } from '@brelm/core/colour';
import { allParts, applyEdits, headOf, type Design, type Edit } from '@brelm/core/design';
import { wordsOfPart } from '@brelm/core/parts';
import { artworkOn, plannedFiles } from '@brelm/core/placement';
import { resolve } from '@brelm/core/resolve';
import {
  edgeMap,
  fileFindings,
  judgeGarments,
  mustReadParts,
  proofOf,
  separationOf,
  slowFindings,
  stopsOn,
  proposeColourways,
  proposeGroups,
  wallOf,
  type EdgeMap,
  type Proposal,
  type ProposedGroup,
  type WallRow,
  type GarmentContrast,
  type LayerCache,
  type Finding,
  type Proof,
  type Separation,
  type ThinCache,
  type WalkCache,
} from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { forgetSpelling, spelling } from '../platform/spelling';
import { materials } from '../platform/materials';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { loaded, stopWaiting } from './loaded-design';
import { productFindings, type ProductFinding } from './product-findings';

export interface ProofRequest {
  design: Design;
  colourway: string | undefined;
  spec: Spec;
  side: SpecSide;
  garments: Garment[];
  /** The garment for whose findings mends are worked out. */
  mendFor: string;
}

export interface Proposed {
  /** Sets of values that read on all garments, the least change first. */
  proposals: Proposal[];
  /** Where there is none: sets that do between them, each with its garments. */
  groups: ProposedGroup[];
  /** Garments on which nothing reads. */
  none: string[];
}

/** Raster size while something is dragged, px. */
const LIVE_SIZE = 240;

const caches = {
  wall: new Map<string, LayerCache>(),
  live: new Map() as LayerCache,
  full: new Map() as LayerCache,
  walks: new Map() as WalkCache,
  thin: new Map() as ThinCache,
};

const inputOf = (request: ProofRequest, cache: LayerCache) => ({
  ...request,
  mendFor: new Set([request.mendFor]),
  materials,
  surfaces: makeSurface,
  pictures: picturesOf(request.design),
  cache,
});

/** What the last judgement was of: a gesture sends only its edits. */
let base: ProofRequest | null = null;

const worker = {
  /** Gives up waiting for typefaces and pictures; what computes goes on. */
  stop(): void {
    stopWaiting();
  },
  /** Verdicts alone, at a reduced size. */
  async judge(request: ProofRequest): Promise<GarmentContrast[]> {
    base = request;
    await loaded(request.design);
    return judgeGarments(inputOf(request, caches.live), LIVE_SIZE).garments;
  },
  /** Verdicts at a reduced size after edits of a gesture that is going on. */
  async judgeLive(edits: readonly Edit[]): Promise<GarmentContrast[] | null> {
    if (!base) return null;
    const request = { ...base, design: applyEdits(base.design, edits) };
    return judgeGarments(inputOf(request, caches.live), LIVE_SIZE).garments;
  },
  /** Every colourway on every garment. */
  async wall(request: ProofRequest): Promise<WallRow[]> {
    await loaded(request.design);
    return wallOf({ ...inputOf(request, new Map()), walks: caches.walks }, caches.wall);
  },
  /** Colourways for the garments of the request: such as read on all of them, or else as few as do between them. */
  async propose(request: ProofRequest): Promise<Proposed> {
    await loaded(request.design);
    const input = inputOf(request, new Map());
    const proposals = proposeColourways(input);
    if (proposals.length > 0) return { proposals, groups: [], none: [] };
    return { proposals, ...proposeGroups(input) };
  },
  /** Contrast along the edge, on the first garment of the request. */
  async edges(request: ProofRequest): Promise<EdgeMap> {
    await loaded(request.design);
    const { analysis } = judgeGarments(inputOf(request, new Map()));
    const drawing = resolve(request.design, request.colourway, materials);
    return edgeMap(analysis, request.garments[0], mustReadParts(drawing));
  },
  async proof(request: ProofRequest): Promise<Proof> {
    await loaded(request.design);
    return proofOf({ ...inputOf(request, caches.full), walks: caches.walks, slow: false });
  },
  /** What the proofs of the files of one side of a product find, on all that it is sold on; each once, worst first. */
  async productFindings(
    design: Design,
    spec: Spec,
    side: SpecSide,
    garments: Garment[],
  ): Promise<ProductFinding[]> {
    const files = plannedFiles(headOf(design), spec, side);
    const found: Finding[] = [];
    for (const file of files) {
      const artwork = artworkOn(design, spec.id, side.id);
      await loaded(artwork);
      const on = { materials, pictures: picturesOf(artwork), surfaces: makeSurface };
      found.push(...fileFindings(design, { ...file, colourway: file.colourway.id }, garments, on));
    }
    return productFindings(found);
  },
  /** How many stops the proof has on the garment that the request is for; for a side that is not open. */
  async stops(request: ProofRequest): Promise<number> {
    await loaded(request.design);
    const { findings } = proofOf({ ...inputOf(request, new Map()), slow: false });
    return stopsOn(findings, request.mendFor).length;
  },
  /** What the whole proof leaves out, since it takes longer: thin places and spelling. */
  async slow(request: ProofRequest): Promise<Finding[]> {
    await loaded(request.design);
    const thinCache = caches.thin;
    const words = allParts(request.design).flatMap(wordsOfPart);
    return slowFindings({ ...inputOf(request, new Map()), thinCache, spelling: await spelling(words) });
  },
  /** Words that no dictionary has, with what may have been meant. */
  async doubts(words: readonly string[]): Promise<{ word: string; meant: string[] }[]> {
    const book = await spelling(words);
    return words.flatMap((word) => {
      const meant = book?.doubt(word);
      return meant ? [{ word, meant }] : [];
    });
  },
  /** The seller's own words have changed. */
  forgetWords(): void {
    forgetSpelling();
  },
  /** What a press would lay down, on the first garment of the request. */
  async separation(request: ProofRequest, chokeMm: number): Promise<Separation> {
    await loaded(request.design);
    return separationOf(inputOf(request, new Map()), chokeMm);
  },
};

export type ProofWorker = typeof worker;
expose(worker);
