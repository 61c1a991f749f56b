import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { QuoteError, quoteOf, type Catalogue } from '@brelm/core/press';
import {
  reasonOf,
  useGarmentsQuery,
  useOrderSamplesMutation,
  usePressCatalogueQuery,
  useSamplesQuery,
} from '../store/api';
import { Button, IconButton, notify, NumberField, Place, SelectField, Tick } from '../ui';
import { basket, keepSampleManner, keptSampleManner, useBasket } from './basket';
import { arrivalWords, countryName, money } from './money';
import { OrderCard } from './order-card';
import { say } from '../words/samples';

/** How often it is looked how far orders are, ms; the press tells nobody by itself. */
const LOOK = 5000;

/** Samples: what is in the basket, what was ordered, what came. */
export function Samples() {
  const catalogue = usePressCatalogueQuery();
  const { data: garments = [] } = useGarmentsQuery();
  const [going, setGoing] = useState(true);
  const orders = useSamplesQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: going ? LOOK : 0,
  });
  const under =
    orders.data?.some((o) => ['received', 'checked', 'printed', 'posted'].includes(o.state)) ?? false;
  if (going !== (under || !orders.data)) setGoing(under || !orders.data);
  const lines = useBasket();
  const fault = catalogue.error ?? orders.error;
  return (
    <Place
      title={say('samples')}
      about={say('isAStandInThat', { name: catalogue.data?.name ?? say('thePress') })}
    >
      {fault ? (
        <div role="alert" className="rounded-md border border-rust p-4">
          <p>{reasonOf(fault)}</p>
          <Button
            className="mt-2"
            onClick={() => {
              void catalogue.refetch();
              void orders.refetch();
            }}
          >
            {say('tryAgain')}
          </Button>
        </div>
      ) : !catalogue.data || !orders.data ? (
        <p className="text-muted">{say('looking')}</p>
      ) : (
        <div className="flex flex-col gap-5">
          {lines.length > 0 && <Basket catalogue={catalogue.data} />}
          {orders.data.map((order) => (
            <OrderCard key={order.id} order={order} currency={catalogue.data!.currency} garments={garments} />
          ))}
          {lines.length === 0 && orders.data.length === 0 && (
            <div className="rounded-md border border-dashed border-edge p-8 text-center text-muted">
              {say.rich('noSamplesYetOpenA', {
                b: (words) => <strong className="text-ink">{words}</strong>,
                b2: (words) => <strong className="text-ink">{words}</strong>,
              })}
            </div>
          )}
        </div>
      )}
    </Place>
  );
}

function Basket({ catalogue }: { catalogue: Catalogue }) {
  const lines = useBasket();
  const [manner, setManner] = useState(keptSampleManner);
  const [order, ordering] = useOrderSamplesMutation();
  const [acceptStops, setAcceptStops] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const { currency } = catalogue;
  const quote = (() => {
    try {
      return quoteOf(
        catalogue,
        lines.map((l) => ({ ...l.order, quantity: l.quantity })),
        manner.country,
        Date.now(),
      );
    } catch (error) {
      if (error instanceof QuoteError) return error;
      throw error;
    }
  })();
  const faultOf = (i: number) =>
    quote instanceof QuoteError
      ? quote.faults
          .filter((f) => f.field.startsWith(`items[${i}]`))
          .map((f) => f.message)
          .join('; ')
      : '';
  const send = async () => {
    setRefused(null);
    try {
      const items = lines.map(({ designId, spec, garment, size, quantity }) => ({
        ...{ designId, spec, garment, size, quantity },
      }));
      await order({ items, country: manner.country, acceptStops }).unwrap();
      basket.empty();
      notify('done', say('theSamplesAreOrdered'));
    } catch (error) {
      setRefused(reasonOf(error));
    }
  };
  return (
    <section aria-label={say('basket2')} className="rounded-md border border-edge bg-card p-4">
      <h2 className="mb-2 text-[16px]">{say('basket2')}</h2>
      <ul>
        {lines.map((line, i) => (
          <li
            key={`${line.designId} ${line.spec} ${line.garment} ${line.size}`}
            aria-label={line.designName}
            className="grid grid-cols-[minmax(0,1fr)_76px_84px_28px] items-center gap-3 border-t border-line py-2"
          >
            <div className="min-w-0">
              <p className="truncate">
                <span className="font-medium">{line.designName}</span>
                <span className="text-muted">
                  {' '}
                  {say('on3', {
                    product: line.product,
                    isGarmentName: Boolean(line.garmentName),
                    garmentName: line.garmentName,
                    line: line.size,
                  })}
                </span>
              </p>
              {faultOf(i) && (
                <p role="alert" className="text-[12.5px] text-rust">
                  {faultOf(i)}
                </p>
              )}
            </div>
            <NumberField
              label={say('pieces')}
              value={line.quantity}
              digits={0}
              check={(v) => (Number.isInteger(v) && v >= 1 && v <= 1000 ? null : say('n1To1000'))}
              onChange={(quantity) => basket.set(i, quantity)}
            />
            <span className="text-right tabular-nums">
              {quote instanceof QuoteError ? '' : money(quote.items[i].total, currency)}
            </span>
            <IconButton
              label={say('takeOut', { designName: line.designName })}
              onClick={() => basket.drop(i)}
            >
              <Trash2 size={15} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {refused && (
        <div
          role="alert"
          className="mt-2 flex flex-wrap items-center gap-3 border-t border-rust pt-2 text-rust"
        >
          <p className="mr-auto min-w-0 flex-1">{refused}</p>
          {/has stops/.test(refused) && (
            <Tick label={say('printItAllTheSame')} checked={acceptStops} onChange={setAcceptStops} />
          )}
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-4 border-t border-line pt-3">
        <SelectField
          label={say('postedTo')}
          value={manner.country}
          onChange={(e) => {
            const next = { ...manner, country: e.target.value };
            setManner(next);
            keepSampleManner(next);
          }}
        >
          {catalogue.zones
            .flatMap((z) => z.countries)
            .map((code) => (
              <option key={code} value={code}>
                {countryName(code)}
              </option>
            ))}
        </SelectField>
        <p role="status" className="mr-auto text-[13px]">
          {quote instanceof QuoteError ? (
            <span className="text-rust">
              {quote.faults
                .filter((f) => !f.field.startsWith('items['))
                .map((f) => f.message)
                .join('; ') || say('mendWhatIsWrongAbove')}
            </span>
          ) : ordering.isLoading ? (
            say('makingTheFilesAndHanding')
          ) : (
            <>
              {say.rich('postageInAllThere', {
                money: money(quote.postage, currency),
                money2: money(quote.total, currency),
                arrival: arrivalWords(quote.days.arrives),
                b: (words) => <strong>{words}</strong>,
              })}
            </>
          )}
        </p>
        <Button
          tone="main"
          disabled={quote instanceof QuoteError || ordering.isLoading}
          onClick={() => void send()}
        >
          {say('order')}
        </Button>
      </div>
    </section>
  );
}
