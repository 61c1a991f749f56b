import { BadRequestException, Injectable, UnprocessableEntityException } from '@nestjs/common';
import {
  coloursSold,
  filledListing,
  judgeListing,
  listingPrice,
  phraseOf,
  pieceCost,
  usualPictures,
  type FilledListing,
} from '@brelm/core/listing';
import { asListed, PLAIN_GROUND, shows, usualLook, type MockupWish } from '@brelm/core/mockup';
import { plannedFiles, type PlannedFile } from '@brelm/core/placement';
import type { Spec } from '@brelm/core/spec';
import { overrideOf } from '@brelm/core/wording';
import { DesignsService, type StoredDesign } from '../designs/designs.service';
import { wordingHash } from '../designs/hashes';
import { LibraryService } from '../library/library.service';
import { PressService } from '../press/press.service';
import { jobOf, PlannerService } from '../runs/planner.service';
import { RunsService } from '../runs/runs.service';
import { ScenesService } from '../scenes/scenes.service';
import { SpecsService } from '../specs/specs.service';
import { PoolService } from '../workers/pool.service';
import type { RunJob } from '../workers/tasks';
import { ProtectedService } from './protected.service';

/** Pictures of a listing, where its marketplace says nothing. */
const USUAL_MOST = 10;

/** The version of SendJob: see JOB_VERSION. */
export const SEND_VERSION = 1;

/** What is sent of a listing, as it was when it was asked for. */
export interface SendJob {
  spec: string;
  words: Pick<FilledListing, 'title' | 'description' | 'points' | 'tags'>;
  price: number;
  /** What a piece cost at the press then; null where it prints nothing like it. */
  cost: number | null;
  colours: string[];
  prints: RunJob[];
  pictures: RunJob[];
  /** What is there is replaced, even if it was changed there. */
  force: boolean;
  /** The state of it there that was about to be changed; null for a new one. */
  base?: number | null;
  /** SHA-256 of the wording. */
  wording: string;
  /** SHA-256 of files that are made already, by what they are made of. */
  made?: Record<string, string>;
}

const refuse = (field: string, message: string): never => {
  throw new UnprocessableEntityException({ message, faults: [{ field, message }] });
};

/** Makes of a design and a product what is sent as its listing; refuses what has a stop. */
@Injectable()
export class PrepareService {
  constructor(
    private readonly designs: DesignsService,
    private readonly specs: SpecsService,
    private readonly library: LibraryService,
    private readonly scenes: ScenesService,
    private readonly press: PressService,
    private readonly runs: RunsService,
    private readonly planner: PlannerService,
    private readonly pool: PoolService,
    private readonly protectedWords: ProtectedService,
  ) {}

  async prepare(
    designId: string,
    specId: string,
    field: string,
    force: boolean,
  ): Promise<{ job: SendJob; snapshot: string; stored: StoredDesign }> {
    const stored = await this.designs.get(designId);
    const spec = await this.specs.get(specId);
    const design = stored.head;
    const planned = spec.sides.flatMap((side) => plannedFiles(design, spec, side));
    if (planned.length === 0)
      refuse(field, `${design.name} is not placed on ${spec.marketplace}, ${spec.product}`);
    const garments = await this.library.garments();
    const colours = coloursSold(planned, spec, garments);
    const { lines, used } = await this.pool.listingFacts(stored.text);
    const words = filledListing({
      ...{ design, spec, phrase: phraseOf(lines) },
      garments: colours.map((id) => garments.find((g) => g.id === id)?.name ?? id),
    });
    const cost = pieceCost(this.press.catalogue(), design, spec);
    const price = listingPrice(spec, cost, design.wording.pricing, overrideOf(design.wording, spec.id).price);
    const pictures = await this.picturesOf(designId, spec, planned, colours);
    const stops = judgeListing(
      { words, spec, price, cost, pictures: pictures.length, used },
      { protectedWords: await this.protectedWords.list(), spelling: null },
    ).filter((f) => f.severity === 'stop');
    if (stops.length)
      throw new UnprocessableEntityException({
        message: `${design.name}, ${spec.marketplace}, ${spec.product}: ${stops.map((f) => f.message).join('; ')}`,
        faults: stops.map((f) => ({ field: `${field}.${f.part}`, message: f.message })),
      });
    const job: SendJob = {
      ...{
        spec: spec.id,
        price: price ?? 0,
        cost,
        colours,
        pictures,
        force,
        wording: wordingHash(design.wording),
      },
      words: { title: words.title, description: words.description, points: words.points, tags: words.tags },
      prints: planned.map(jobOf),
    };
    return { job, snapshot: await this.planner.snapshot(stored), stored };
  }

  /** The pictures that were made of the product for its listings, or usual ones, each as the marketplace asks for it. */
  private async picturesOf(
    designId: string,
    spec: Spec,
    planned: readonly PlannedFile[],
    colours: readonly string[],
  ): Promise<RunJob[]> {
    const made = (await this.runs.mockupsOf(designId)).filter((m) => m.file.spec === spec.id);
    const chosen = made.flatMap(({ file }) =>
      file.mockup
        ? [{ side: file.sideId, colourway: file.colourway, apart: file.apart, mockup: file.mockup }]
        : [],
    );
    const wishes = chosen.length ? chosen : await this.usualWishes(spec, planned, colours);
    const rules = spec.listing?.pictures;
    const jobs: RunJob[] = [];
    for (const wish of wishes.slice(0, rules?.most ?? USUAL_MOST)) {
      const mockup = rules ? { ...wish.mockup, ...asListed(wish.mockup, rules) } : wish.mockup;
      try {
        const [{ job }] = await this.planner.resolve([{ designId, spec: spec.id, ...wish, mockup }]);
        jobs.push(job);
      } catch (error) {
        // Its scene, colour or colourway is gone: the others are sent.
        if (!(error instanceof BadRequestException)) throw error;
      }
    }
    return jobs;
  }

  private async usualWishes(spec: Spec, planned: readonly PlannedFile[], colours: readonly string[]) {
    const scenes = await this.scenes.all();
    const [first] = planned;
    const scene = scenes.find((s) => shows(s, spec, first.side));
    if (!scene) return [];
    return usualPictures(colours).map((garment) => {
      const file =
        planned.find((p) => p.side === first.side && (garment === null || p.garments.includes(garment))) ??
        first;
      const mockup: MockupWish = {
        ...{ scene: scene.id, garment, size: null, look: usualLook(spec), ground: PLAIN_GROUND },
        ...{ crop: 'whole' as const, width: 2000, format: 'jpeg' as const },
      };
      return { side: file.side.id, colourway: file.colourway.id, apart: file.apart, mockup };
    });
  }
}
