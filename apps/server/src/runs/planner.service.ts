import { createHash } from 'node:crypto';
import { BadRequestException, Inject, Injectable } from '@nestjs/common';
import type { BladeFile } from '@brelm/core/cutline';
import { artworkText, type DesignHead } from '@brelm/core/design';
import { packFolder, patternFault, plannedNames, slug, type MoreWords } from '@brelm/core/export';
import { allPlannedFiles, artworkFor, plannedFiles, type PlannedFile } from '@brelm/core/placement';
import { mockupName, shows, type MockupWish, type Scene } from '@brelm/core/mockup';
import { sideOf, type Spec, type SpecSide } from '@brelm/core/spec';
import type { PlanRow } from '@brelm/contract';
import { DesignsService, type StoredDesign } from '../designs/designs.service';
import { artworkHash } from '../designs/hashes';
import { ProductFilesService } from '../designs/product-files.service';
import { coreStamp, type JobFinding } from '@brelm/engine';
import { ScenesService } from '../scenes/scenes.service';
import { FilesService } from '../storage/files.service';
import { LibraryService } from '../library/library.service';
import { OPTIONS, placeOf, type ShopOptions } from '../options';
import { SpecsService } from '../specs/specs.service';
import { PoolService } from '../workers/pool.service';
import { SharedWork } from '../workers/shared-work';
import type { RunJob } from '../workers/tasks';
import type { PlannedFileDto } from './runs.dto';

/** A file that was asked for, with all that it is made of. */
export interface ResolvedFile {
  stored: StoredDesign;
  file: PlannedFile;
  job: RunJob;
  acceptStops: boolean;
}

interface Proofed {
  findings: JobFinding[];
  expectedBytes: number;
}

/** Proofs that are kept for whoever asks again. */
const MOST_PROOFS = 2000;
/** How long a proof that nobody waits for goes on, ms. */
const PROOF_GRACE = 4000;

const refuse = (field: string, message: string): never => {
  throw new BadRequestException({ message: `${field}: ${message}`, faults: [{ field, message }] });
};

const isOwn = ({ id }: Scene): boolean => id.startsWith('own-');

/** What comes after a file's name where it is what a blade follows. */
const BLADE_ENDINGS: Record<BladeFile, string> = { dxf: '-cut.dxf', svg: '-cut.svg', mask: '-cut-mask.png' };

/** Whether a file is of a sticker that is cut out. */
const isCutOut = (design: DesignHead, { spec, side }: PlannedFile): boolean =>
  spec.sticker !== undefined && Boolean(design.cutSides?.includes(artworkFor(design, spec.id, side.id).id));

/** How many files a design makes for a product. */
export const filesOf = (design: DesignHead, spec: Spec): number =>
  spec.sides.reduce((n, side) => n + plannedFiles(design, spec, side).length, 0);

/** What a planned file is made of. */
export const jobOf = ({
  spec,
  side,
  placement,
  colourway,
  garments,
  apart,
  format,
}: PlannedFile): RunJob => ({
  colourway: colourway.id,
  spec,
  side: side.id,
  placement,
  apart,
  format,
  garments,
});

/** Which files designs make as they are saved now, and what their proofs find. */
@Injectable()
export class PlannerService {
  private readonly proofs = new SharedWork<Proofed>(MOST_PROOFS, PROOF_GRACE);

  constructor(
    private readonly designs: DesignsService,
    private readonly specs: SpecsService,
    private readonly library: LibraryService,
    private readonly scenes: ScenesService,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    private readonly productFiles: ProductFilesService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** Refuses a pattern of names that cannot be used; `more`: names of words beside those that files have by themselves. */
  checkPattern(pattern: string | undefined, more: readonly string[] = []): void {
    const fault = pattern === undefined ? null : patternFault(pattern, more);
    if (fault) refuse('pattern', fault);
  }

  /** Paths in a pack, no two alike. */
  async paths(
    list: readonly {
      design: DesignHead;
      file: PlannedFile;
      more?: MoreWords;
      mockup?: MockupWish;
      blade?: BladeFile;
    }[],
    pattern?: string,
  ): Promise<string[]> {
    const garments = await this.library.garments();
    const nameOf = (id: string) => garments.find((g) => g.id === id)?.name ?? id;
    const namesOf = (some: typeof list) => plannedNames(some, nameOf, pattern)[Symbol.iterator]();
    const names = namesOf(list.filter((l) => !l.mockup && !l.blade));
    // Named as the files that they are cut out of, so that they lie beside them.
    const blades = namesOf(list.filter((l) => l.blade));
    const taken = new Set<string>();
    return list.map(({ design, file, mockup, blade }) => {
      const folder = packFolder(file.spec, slug);
      if (blade) return `${folder}/${String(blades.next().value).replace(/\.\w+$/, BLADE_ENDINGS[blade])}`;
      if (!mockup) return `${folder}/${names.next().value}`;
      const own = mockupName(
        design.name,
        mockup,
        design.colourways.length > 1 ? file.colourway.name : null,
        mockup.garment === null ? null : nameOf(mockup.garment),
      );
      // Pictures of the product never lie among the files to print.
      const path = `mockups/${folder}/${own}`;
      let free = path;
      for (let n = 2; taken.has(free); n++) free = path.replace(/(\.\w+)$/, `-${n}$1`);
      taken.add(free);
      return free;
    });
  }

  async plan(ids: readonly string[], pattern?: string): Promise<PlanRow[]> {
    this.checkPattern(pattern);
    const specs = await this.specs.list();
    const found: { stored: StoredDesign; file: PlannedFile; blade?: BladeFile }[] = [];
    for (const id of new Set(ids)) {
      const stored = await this.designs.get(id);
      for (const file of allPlannedFiles(stored.head, specs)) {
        found.push({ stored, file });
        if (isCutOut(stored.head, file)) found.push({ stored, file, blade: 'dxf' });
      }
    }
    const paths = await this.paths(
      found.map(({ stored, file, blade }) => ({ design: stored.head, file, blade })),
      pattern,
    );
    return found.map(({ stored, file, blade }, i) => ({
      designId: stored.id,
      designName: stored.head.name,
      revision: stored.revision,
      spec: file.spec.id,
      marketplace: file.spec.marketplace,
      product: file.spec.product,
      side: file.side.id,
      sideName: file.side.name,
      colourway: file.colourway,
      garments: file.garments,
      apart: file.apart,
      format: file.format,
      formats: file.spec.formats,
      width: file.side.widthPx,
      height: file.side.heightPx,
      dpi: file.side.dpi,
      mirrored: file.placement.mirror,
      maxBytes: file.spec.maxBytes,
      blade: blade !== undefined,
      path: paths[i],
    }));
  }

  /** The files that were asked for, from the designs as they are saved now. Refuses by field. */
  async resolve(
    requests: readonly PlannedFileDto[],
    field = (i: number) => `files[${i}].`,
  ): Promise<ResolvedFile[]> {
    const designs = new Map<string, StoredDesign>();
    const out: ResolvedFile[] = [];
    for (const [i, request] of requests.entries()) {
      let stored = designs.get(request.designId);
      if (!stored) designs.set(request.designId, (stored = await this.designs.get(request.designId)));
      const spec = await this.specs.get(request.spec);
      const side = sideOf(spec, request.side);
      if (!side) return refuse(`${field(i)}side`, `${spec.id} has no side "${request.side}"`);
      const planned = plannedFiles(stored.head, spec, side);
      if (planned.length === 0)
        refuse(`${field(i)}spec`, `the design is not placed on ${spec.marketplace}, ${spec.product}`);
      const apart = request.apart ?? null;
      const file = planned.find((p) => p.colourway.id === request.colourway && p.apart === apart);
      if (!file)
        return refuse(
          `${field(i)}colourway`,
          `no file of the colourway "${request.colourway}" is made for this product`,
        );
      if (request.mockup) {
        const { mockup } = request;
        const scene = await this.sceneFor(mockup, spec, side, planned, (name) => `${field(i)}mockup.${name}`);
        const garments = mockup.garment === null ? [] : [mockup.garment];
        const job: RunJob = { ...jobOf({ ...file, format: mockup.format }), garments, mockup };
        // One that is the seller's own may be changed before its turn comes.
        if (isOwn(scene)) {
          job.scene = scene;
          if (!scene.photo) job.sceneFiles = await this.scenes.picturesOf(scene.id);
        }
        out.push({ stored, file, job, acceptStops: true });
        continue;
      }
      const format = request.format ?? file.format;
      if (!spec.formats.includes(format))
        refuse(`${field(i)}format`, `${spec.product} takes ${spec.formats.join(', ')}, not ${format}`);
      if (request.blade && !isCutOut(stored.head, file))
        refuse(`${field(i)}blade`, `the design has no cut line on ${spec.product}`);
      const chosen = { ...file, format };
      const job: RunJob = {
        ...jobOf(chosen),
        ...(request.smallest ? { smallest: true } : {}),
        ...(request.blade ? { blade: request.blade } : {}),
      };
      out.push({ stored, file: chosen, job, acceptStops: request.acceptStops ?? false });
    }
    return out;
  }

  /** The scene of a wished picture of a product; refuses what is not there. */
  private async sceneFor(
    wish: MockupWish,
    spec: Spec,
    side: SpecSide,
    planned: readonly PlannedFile[],
    field: (name: string) => string,
  ): Promise<Scene> {
    const scene = await this.scenes.find(wish.scene);
    if (!scene) return refuse(field('scene'), `there is no scene "${wish.scene}"`);
    if (!shows(scene, spec, side))
      refuse(field('scene'), `${scene.name} does not show ${spec.product}, ${side.name.toLowerCase()}`);
    if (wish.size !== null && !Object.hasOwn(scene.sizes?.widths ?? {}, wish.size))
      refuse(field('size'), `${scene.name} has no size "${wish.size}"`);
    const garments = await this.library.garments();
    const known = (id: string | null) => id === null || garments.some((g) => g.id === id);
    if (!known(wish.garment)) refuse(field('garment'), `there is no colour "${wish.garment}"`);
    for (const [k, tile] of (wish.tiles ?? []).entries()) {
      if (!known(tile.garment)) refuse(field(`tiles[${k}].garment`), `there is no colour "${tile.garment}"`);
      if (!planned.some((p) => p.colourway.id === tile.colourway && p.apart === tile.apart))
        refuse(
          field(`tiles[${k}].colourway`),
          `no file of the colourway "${tile.colourway}" is made for this product`,
        );
    }
    return scene;
  }

  /** Keeps a design as it is, but for its wording, so that a run makes what it was started with. */
  snapshot({ text }: StoredDesign): Promise<string> {
    return this.files.keep(Buffer.from(artworkText(text)));
  }

  /** What a snapshot of a design as it is now would be called. */
  async hashNow(id: string): Promise<string> {
    return this.hashOf(await this.designs.get(id));
  }

  /** What a snapshot of it would be called. */
  hashOf({ text }: StoredDesign): string {
    return artworkHash(text);
  }

  /** How a file is packed changes nothing of its proof, nor whether it is printed or cut. */
  private keyOf(snapshot: string, { smallest: _smallest, row: _row, blade: _blade, ...job }: RunJob): string {
    return createHash('sha256')
      .update(`${snapshot} ${JSON.stringify(job)}`)
      .digest('hex');
  }

  /** What says of two files that they are the same, bytes and all: what they are made of, and the code that makes them. */
  madeOf(snapshot: string, { row: _row, ...job }: RunJob): string {
    return createHash('sha256')
      .update(`${coreStamp()} ${snapshot} ${JSON.stringify(job)}`)
      .digest('hex');
  }

  /** Findings that are known already, for a run that follows its plan. */
  async known(snapshot: string, job: RunJob): Promise<JobFinding[] | null> {
    return (await this.proofs.known(this.keyOf(snapshot, job)))?.findings ?? null;
  }

  /** Proofs one file; the same is proofed once, for as long as anybody waits for it. */
  async proof(request: PlannedFileDto, signal?: AbortSignal): Promise<Proofed> {
    const [{ stored, job }] = await this.resolve([request], () => '');
    const snapshot = await this.snapshot(stored);
    const garments = await this.library.garments();
    const task = { job, snapshot, garments, place: placeOf(this.options) };
    const proofed = await this.proofs.of(
      this.keyOf(snapshot, job),
      (ended) => this.pool.proof(task, ended),
      signal,
    );
    if (!job.mockup && !job.blade) {
      await this.productFiles.wanted([{ designId: stored.id, job, of: filesOf(stored.head, job.spec) }]);
      await this.productFiles.proofed(stored.id, job, snapshot, proofed.findings);
    }
    return proofed;
  }
}
