import { useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { OrderState } from '@brelm/core/press';
import type { Sample, SampleOrder } from '@brelm/contract';
import { reasonOf, useCancelSamplesMutation, useSaySampleMutation } from '../store/api';
import { Button, notify, SeverityMark } from '../ui';
import { misprintWords } from './misprint-words';
import { arrivalWords, countryName, money } from './money';
import { apiAt } from '../platform/address';
import { format } from '../words/dates';
import { say } from '../words/samples';

const WORDS: Record<OrderState, string> = {
  received: say('received'),
  checked: say('checked'),
  printed: say('printed'),
  posted: say('posted'),
  arrived: say('arrived'),
  refused: say('refused'),
  cancelled: say('takenBack'),
};
const WAY: OrderState[] = ['received', 'checked', 'printed', 'posted', 'arrived'];

/** How far an order is: the way that it goes, and where it ended. */
function Way({ steps, state }: Pick<SampleOrder, 'steps' | 'state'>) {
  const ended = state === 'refused' || state === 'cancelled';
  const shown = ended ? steps.map((s) => s.state) : WAY;
  return (
    <ol aria-label={say('howFarItIs')} className="flex flex-wrap gap-x-1 gap-y-1 text-[12.5px]">
      {shown.map((name) => {
        const step = steps.find((s) => s.state === name);
        const bad = name === 'refused';
        return (
          <li
            key={name}
            aria-current={name === state ? 'step' : undefined}
            className={`flex items-center gap-1.5 rounded-full border px-2.5 py-0.5 ${
              bad
                ? 'border-rust text-rust'
                : name === state
                  ? 'border-spruce bg-spruce text-white'
                  : step
                    ? 'border-spruce text-ink'
                    : 'border-line text-muted'
            }`}
          >
            {bad && <SeverityMark severity="stop" size={11} />}
            {WORDS[name]}
            {step && (
              <span className={name === state && !bad ? '' : 'text-muted'}>{format(step.at, 'd MMM')}</span>
            )}
          </li>
        );
      })}
    </ol>
  );
}

const STARS = [1, 2, 3, 4, 5];

function SampleRow({ sample, garments }: { sample: Sample; garments: Garment[] }) {
  const [keepSaid] = useSaySampleMutation();
  const [large, setLarge] = useState(false);
  const tell = (said: { note?: string; rating?: number | null }) =>
    void keepSaid({ id: sample.id, ...said })
      .unwrap()
      .catch((error: unknown) => notify('fault', say('itWasNotKept', { reason: reasonOf(error) })));
  const { id, designName, product, garment, size, quantity, misprint, photo, note, rating } = sample;
  const name = garment && (garments.find((g) => g.id === garment)?.name ?? garment);
  const photoPath = apiAt(`samples/${id}/photo`);
  return (
    <li className="grid grid-cols-[116px_minmax(0,1fr)] gap-4 border-t border-line py-3">
      {photo ? (
        <button
          type="button"
          aria-label={say('smallerPhotoOf', { isLarge: large, designName })}
          aria-expanded={large}
          className={`self-start overflow-hidden rounded-md border border-line bg-line ${large ? 'col-span-2 w-full max-w-[520px]' : ''}`}
          onClick={() => setLarge(!large)}
        >
          <img
            src={photoPath}
            alt={say('theSampleOf', { designName })}
            className="block w-full"
            width={1400}
            height={1750}
            loading="lazy"
          />
        </button>
      ) : (
        <div className="flex aspect-4/5 items-center justify-center rounded-md border border-dashed border-edge p-2 text-center text-[12px] text-muted">
          {say('aPhotoOnceItHas')}
        </div>
      )}
      <div className="flex min-w-0 flex-col gap-1.5">
        <p>
          <span className="font-medium">{designName}</span>
          <span className="text-muted">
            {' '}
            {say('on2', {
              product,
              isName: Boolean(name),
              name,
              size,
              quantity,
            })}
          </span>
        </p>
        {misprint && <p className="text-[13px]">{misprintWords(misprint)}</p>}
        {photo && (
          <fieldset className="flex items-center gap-1">
            <legend className="sr-only">{say('howGoodIsIt')}</legend>
            {STARS.map((n) => (
              <button
                key={n}
                type="button"
                aria-label={say('of5', { n })}
                aria-pressed={rating === n}
                className={`h-7 w-7 rounded-md border text-[13px] tabular-nums ${rating !== null && n <= rating ? 'border-spruce bg-spruce text-white' : 'border-edge bg-card text-muted hover:border-ink'}`}
                onClick={() => tell({ rating: rating === n ? null : n })}
              >
                {n}
              </button>
            ))}
            <span className="ml-2 text-[12.5px] text-muted">{rating ? say('of52') : say('notRated')}</span>
          </fieldset>
        )}
        <textarea
          key={note}
          aria-label={say('noteOn', { designName })}
          placeholder={say('whatYouNoticed')}
          className="field min-h-14 !h-auto py-1.5"
          maxLength={4000}
          defaultValue={note}
          onBlur={(e) => e.target.value !== note && tell({ note: e.target.value })}
        />
      </div>
    </li>
  );
}

/** An order of samples: how far it is, what it cost, what came. */
export function OrderCard({
  order,
  currency,
  garments,
}: {
  order: SampleOrder;
  currency: string;
  garments: Garment[];
}) {
  const [cancel, cancelling] = useCancelSamplesMutation();
  const { id, quote, steps, state, reasons, cancellable, country, samples } = order;
  return (
    <section
      aria-label={say('orderOf', { at: format(steps[0].at, 'd MMMM') })}
      className="rounded-md border border-line bg-card px-4 pt-3"
    >
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="text-[16px]">{say('orderOf', { at: format(steps[0].at, 'd MMMM, HH:mm') })}</h2>
        <span className="mr-auto text-[13px] text-muted">
          {say('pieceToThere', {
            pieces: quote.pieces,
            countryName: countryName(country),
            money: money(quote.total, currency),
            isComing: !['arrived', 'refused', 'cancelled'].includes(state),
            arrival: arrivalWords(quote.days.arrives),
          })}
        </span>
        {cancellable && (
          <Button
            disabled={cancelling.isLoading}
            onClick={() =>
              void cancel(id)
                .unwrap()
                .catch((error: unknown) => notify('fault', reasonOf(error)))
            }
          >
            {say('takeItBack')}
          </Button>
        )}
      </div>
      <Way steps={steps} state={state} />
      {reasons.length > 0 && (
        <ul role="alert" className="mt-2 text-[13px] text-rust">
          {reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
      <ul className="mt-3">
        {samples.map((sample) => (
          <SampleRow key={sample.id} sample={sample} garments={garments} />
        ))}
      </ul>
    </section>
  );
}
