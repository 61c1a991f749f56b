import { Injectable, Logger } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { stopsOfJob, type JobFinding } from '@brelm/engine';
import { ProductFileRow } from '../database/entities';
import type { RunJob } from '../workers/tasks';
import { fileHash } from './hashes';

/** The worst that a proof found, as it is kept. */
const WORST = { none: 0, watch: 1, stop: 2 } as const;

/** A file that was asked for. */
export interface WantedFile {
  designId: string;
  job: RunJob;
  /** How many files its product has. */
  of: number;
}

/** What is known of a product's files, by kind. */
export interface KnownFiles {
  designId: string;
  spec: string;
  kind: ProductFileRow['kind'];
  /** How many it has, as it was when they were last asked for. */
  of: number;
  proofedNow: number;
  proofedBefore: number;
  worst: 'stop' | 'watch' | null;
  madeNow: number;
  madeBefore: number;
}

type Key = Pick<ProductFileRow, 'designId' | 'spec' | 'kind' | 'file'>;

/** Files of a series' row are not its layout's; what a blade follows is made beside a file. */
const counts = ({ row, blade }: RunJob): boolean => !row && !blade;

const keyOf = (designId: string, job: RunJob): Key => {
  const { side, colourway, apart, mockup } = job;
  return {
    designId,
    spec: job.spec.id,
    kind: mockup ? 'picture' : 'print',
    file: fileHash(side, colourway, apart, ...(mockup ? [JSON.stringify(mockup)] : [])),
  };
};

const worstOf = (findings: readonly JobFinding[]): number =>
  stopsOfJob(findings).length
    ? WORST.stop
    : findings.some((f) => f.severity === 'watch' && f.accepted === undefined)
      ? WORST.watch
      : WORST.none;

/**
 * Of which state of its design each file of a product was last proofed and made: the shelf's marks. It is noted beside the
 * work; that a note fails never fails the work.
 */
@Injectable()
export class ProductFilesService {
  private readonly log = new Logger('Shelf');

  constructor(@InjectRepository(ProductFileRow) private readonly rows: Repository<ProductFileRow>) {}

  private async noting(note: () => Promise<unknown>): Promise<void> {
    try {
      await note();
    } catch (error) {
      this.log.warn(`the shelf will not say it: ${(error as Error).message}`);
    }
  }

  /** Notes that files were asked for, and how many their products have. */
  wanted(files: readonly WantedFile[]): Promise<void> {
    const rows = files
      .filter(({ job }) => counts(job))
      .map(({ designId, job, of }) => ({ ...keyOf(designId, job), files: of }));
    return this.noting(async () => {
      if (rows.length) await this.rows.upsert(rows, ['designId', 'spec', 'kind', 'file']);
    });
  }

  /** Notes what the proof of a file found, of the state of its design whose snapshot is given. */
  proofed(designId: string, job: RunJob, snapshot: string, findings: readonly JobFinding[]): Promise<void> {
    const found = { proofed: snapshot, worst: worstOf(findings) };
    return this.noting(() =>
      counts(job) && !job.mockup ? this.rows.update(keyOf(designId, job), found) : Promise.resolve(),
    );
  }

  /** Notes that a run has made a file. */
  made(designId: string, job: RunJob, snapshot: string, runId: string): Promise<void> {
    return this.noting(() =>
      counts(job) ? this.rows.update(keyOf(designId, job), { made: snapshot, runId }) : Promise.resolve(),
    );
  }

  /** What is known of the products of some designs, or of all. Files that were cleaned away are made no longer. */
  async known(designIds: readonly string[] | null): Promise<KnownFiles[]> {
    if (designIds?.length === 0) return [];
    const query = this.rows
      .createQueryBuilder('p')
      .innerJoin('designs', 'd', 'd.id = p.design_id')
      .leftJoin('runs', 'r', 'r.id = p.run_id AND r.cleaned = 0')
      .select(['p.design_id AS designId', 'p.spec AS spec', 'p.kind AS kind'])
      .addSelect('MAX(IF(p.proofed = d.artwork OR p.made = d.artwork, p.files, 0))', 'of')
      .addSelect('SUM(COALESCE(p.proofed = d.artwork, 0))', 'proofedNow')
      .addSelect('SUM(p.proofed IS NOT NULL)', 'proofed')
      .addSelect('MAX(IF(p.proofed = d.artwork, p.worst, 0))', 'worst')
      .addSelect('SUM(r.id IS NOT NULL AND COALESCE(p.made = d.artwork, 0))', 'madeNow')
      .addSelect('SUM(r.id IS NOT NULL AND p.made IS NOT NULL)', 'made')
      .groupBy('p.design_id, p.spec, p.kind');
    if (designIds) query.where('p.design_id IN (:...designIds)', { designIds });
    const rows = await query.getRawMany<Record<string, string>>();
    return rows.map(({ designId, spec, kind, ...n }) => ({
      ...{ designId, spec, kind: kind as ProductFileRow['kind'], of: Number(n.of) },
      ...{ proofedNow: Number(n.proofedNow), proofedBefore: Number(n.proofed) - Number(n.proofedNow) },
      worst: ([null, 'watch', 'stop'] as const)[Number(n.worst)],
      ...{ madeNow: Number(n.madeNow), madeBefore: Number(n.made) - Number(n.madeNow) },
    }));
  }
}
