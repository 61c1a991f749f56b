import type { Design } from '@brelm/core/design';
import type { ProtectedWord } from '@brelm/core/listing';
import { wantedBy, type Series, type SeriesRow, type SeriesWorld } from '@brelm/core/series';
import { hand } from './hand';
import { remoteOf } from './remote';
import type { ProofWish, RowMend, SeriesRequest, SeriesWorker } from './series.worker';
import { workerName } from '../platform/address';

export type { ProofWish, RowMend, RowShown, SeriesRequest } from './series.worker';
export { NotWanted, reasonOf } from './hand';

/** Workers at once; more would each hold the typefaces once more. */
const HANDS = Math.max(2, Math.min(3, (navigator.hardwareConcurrency || 2) - 1));

const handNamed = (name: string) =>
  hand(
    (failed) => {
      const worker = new Worker(new URL('./series.worker.ts', import.meta.url), {
        type: 'module',
        name: workerName(name),
      });
      return remoteOf<SeriesWorker>(worker, failed);
    },
    // Ending it would lose the typefaces: one row is soon done.
    { grace: 5000 },
  );

const painters: ReturnType<typeof handNamed>[] = [];
let turn = 0;
/** One that is for what takes longer, so that pictures never wait for it. */
const slow = handNamed('series, slow');

const painter = () => {
  const at = turn++ % HANDS;
  return (painters[at] ??= handNamed('series'));
};

/** What a row is made of, with all figures and pictures that are found. */
export type SeriesAsked = Omit<SeriesRequest, 'figures' | 'pictures'> &
  Pick<SeriesWorld, 'figures' | 'pictures'>;

/** Of figures and pictures a worker is sent those alone that the row names. */
function requestOf({ figures, pictures, ...base }: SeriesAsked, row: SeriesRow): SeriesRequest {
  const wants = wantedBy(base.series, [row]);
  const of = <T>(map: ReadonlyMap<string, T>, names: readonly string[]) =>
    names.flatMap((n): [string, T][] => (map.has(n) ? [[n, map.get(n)!]] : []));
  return { ...base, figures: of(figures, wants.figures), pictures: of(pictures, wants.pictures) };
}

// A row is soon done: one that is no longer wanted is let end, since a worker that is ended loses its typefaces.

export const seriesRow = (asked: SeriesAsked, row: SeriesRow, width: number | null, side?: string) =>
  painter()((w) => w.row(requestOf(asked, row), row, width, side));
export const proofRow = (asked: SeriesAsked, row: SeriesRow, wish: ProofWish) =>
  painter()((w) => w.proof(requestOf(asked, row), row, wish));
export const mendsOfRow = (asked: SeriesAsked, row: SeriesRow, wish: ProofWish) =>
  painter()((w) => w.mends(requestOf(asked, row), row, wish));
export const mendLayout = (asked: SeriesAsked, row: SeriesRow, wish: ProofWish, mend: RowMend) =>
  painter()((w) =>
    w.mendLayout(requestOf(asked, row), row, wish, { finding: mend.finding, index: mend.index }),
  );

// Each throws `NotWanted` once its signal is aborted.

export const seriesWords = (
  series: Series,
  layout: { name: string },
  protectedWords: readonly ProtectedWord[],
  signal?: AbortSignal,
) => slow((w) => w.words(series, layout, protectedWords), signal);
export const seriesSizes = (layout: Design, series: Series, signal?: AbortSignal) =>
  slow((w) => w.sizes(layout, series), signal);
export const tableOf = (bytes: Uint8Array, signal?: AbortSignal) => slow((w) => w.table(bytes), signal);
