import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import {
  marginOf,
  MOST_PIECES,
  priceWith,
  quantitiesOf,
  QuoteError,
  quoteOf,
  type Blank,
  type Catalogue,
  type Quote,
} from '@brelm/core/press';
import { placementOn } from '@brelm/core/placement';
import type { Spec } from '@brelm/core/spec';
import { reasonOf, usePressCatalogueQuery } from '../store/api';
import { Button, Modal, notify, NumberField, SelectField } from '../ui';
import { basket, keepSampleManner, keptSampleManner, useBasket, type BasketItem } from './basket';
import { arrivalWords, countryName, dayWords, money } from './money';
import { QuoteChart } from './quote-chart';
import { say } from '../words/samples';

/** What samples of a design cost, and into the basket. */
export function SampleDialog(props: {
  design: Design;
  designId: string;
  spec: Spec;
  garments: Garment[];
  garment: string;
  onClose: () => void;
}) {
  const { spec, onClose } = props;
  const found = usePressCatalogueQuery();
  const blank = found.data?.blanks.find((b) => b.kind === spec.kind && b.blank === spec.blank);
  return (
    <Modal open title={say('samplesOf', { product: spec.product })} wide onClose={onClose}>
      {found.isError ? (
        <div role="alert" className="flex items-center gap-3">
          <span>{say('thePressDoesNotAnswer', { reason: reasonOf(found.error) })}</span>
          <Button onClick={() => void found.refetch()}>{say('tryAgain')}</Button>
        </div>
      ) : !found.data ? (
        <p className="text-muted">{say('askingThePress')}</p>
      ) : blank ? (
        <Quoting {...props} catalogue={found.data} blank={blank} />
      ) : (
        <p>{say('doesNotPrint', { name: found.data.name, product: spec.product.toLowerCase() })}</p>
      )}
    </Modal>
  );
}

/** The size that a product is most likely meant to be printed on. */
function likelySize(blank: Blank, { product, sides: [{ widthIn, heightIn }] }: Spec): string {
  const ids = blank.sizes.map((s) => s.id);
  return (
    ids.find((id) => id.replace(/ in$/, '') === `${widthIn}x${heightIn}`) ??
    ids.find((id) =>
      product.toLowerCase().replace(/\s/g, '').includes(id.toLowerCase().replace(/\s/g, '')),
    ) ??
    (ids.includes('M') ? 'M' : ids[0])
  );
}

function Quoting({
  design,
  designId,
  spec,
  garments,
  garment,
  catalogue,
  blank,
  onClose,
}: Parameters<typeof SampleDialog>[0] & { catalogue: Catalogue; blank: Blank }) {
  const { currency } = catalogue;
  const [manner, setManner] = useState(keptSampleManner);
  const [colour, setColour] = useState(
    blank.colours.length === 0 ? null : blank.colours.includes(garment) ? garment : blank.colours[0],
  );
  const [size, setSize] = useState(() => likelySize(blank, spec));
  const [quantity, setQuantity] = useState(1);
  const waiting = useBasket();
  const set = (change: Partial<typeof manner>) => {
    const next = { ...manner, ...change };
    setManner(next);
    keepSampleManner(next);
  };
  const price = manner.prices[spec.id] ?? null;
  const order = useMemo(
    () => ({
      ...{ blank: blank.id, size, colour },
      prints: spec.sides
        .filter((side) => placementOn(design, spec, side) !== null)
        .map(({ id, widthIn, heightIn }) => ({ side: id, widthIn, heightIn })),
    }),
    [blank, size, colour, spec, design],
  );
  const quoted = (pieces: number): Quote | string => {
    try {
      return quoteOf(catalogue, [{ ...order, quantity: pieces }], manner.country, Date.now());
    } catch (error) {
      if (error instanceof QuoteError) return error.faults.map((f) => f.message).join('; ');
      throw error;
    }
  };
  const stock = blank.sizes.find((s) => s.id === size)?.stock ?? 1;
  const most = Math.min(stock, 250);
  const at = (pieces: number) => {
    const quote = quoted(pieces);
    return typeof quote === 'string' ? [] : [{ quantity: pieces, quote, each: quote.total / pieces }];
  };
  const rows = quantitiesOf(catalogue, most).flatMap(at);
  // Every piece where they are few, then some: a step in the price or in the postage is seen as one.
  const points = [...new Set(Array.from({ length: 161 }, (_, k) => Math.round(most ** (k / 160))))].flatMap(
    at,
  );
  const now = quoted(quantity);
  const nameOf = (id: string) => garments.find((g) => g.id === id)?.name ?? id;
  const put = () => {
    const line: BasketItem = {
      ...{
        designId,
        designName: design.name,
        spec: spec.id,
        product: `${spec.marketplace}, ${spec.product}`,
      },
      ...{ garment: colour, garmentName: colour && nameOf(colour), size, quantity, order },
    };
    if (basket.add(line)) notify('done', say('isInTheBasket', { quantity, name: design.name }));
    else notify('fault', say('theBasketIsFullOrder'));
  };
  return (
    <div className="flex flex-col gap-3">
      <p className="text-[13px] text-muted">{say('isAStandInThat', { name: catalogue.name })}</p>
      <div className="grid grid-cols-[200px_minmax(0,1fr)] gap-5">
        <div className="flex flex-col gap-1.5">
          {blank.colours.length > 0 && (
            <SelectField
              label={say('colour')}
              value={colour ?? ''}
              onChange={(e) => setColour(e.target.value)}
            >
              {blank.colours.map((id) => (
                <option key={id} value={id}>
                  {say('runOut', { name: nameOf(id), isOut: blank.out.includes(id) })}
                </option>
              ))}
            </SelectField>
          )}
          <SelectField label={say('size')} value={size} onChange={(e) => setSize(e.target.value)}>
            {blank.sizes.map((s) => (
              <option key={s.id} value={s.id}>
                {say('more', { id: s.id, isMore: Boolean(s.more), money: money(s.more, currency) })}
              </option>
            ))}
          </SelectField>
          <NumberField
            label={say('pieces')}
            value={quantity}
            digits={0}
            check={(v) =>
              Number.isInteger(v) && v >= 1 && v <= MOST_PIECES ? null : say('wholePieces1OrMore')
            }
            onChange={setQuantity}
          />
          <SelectField
            label={say('postedTo')}
            value={manner.country}
            onChange={(e) => set({ country: e.target.value })}
          >
            {catalogue.zones.map((zone) => (
              <optgroup key={zone.id} label={zone.name}>
                {zone.countries.map((code) => (
                  <option key={code} value={code}>
                    {countryName(code)}
                  </option>
                ))}
              </optgroup>
            ))}
          </SelectField>
          <NumberField
            label={say('sellsFor', { currency })}
            value={(price ?? 0) / 100}
            check={(v) => (v >= 0 && v <= 10_000 ? null : say('n0To10000'))}
            onChange={(v) => set({ prices: { ...manner.prices, [spec.id]: Math.round(v * 100) } })}
          />
        </div>
        {rows.length > 0 ? (
          <QuoteChart
            points={points}
            chosen={typeof now === 'string' ? rows[0] : { quantity, each: now.total / quantity }}
            price={price || null}
            currency={currency}
          />
        ) : (
          <p role="alert">{typeof now === 'string' ? now : ''}</p>
        )}
      </div>
      {rows.length > 0 && (
        <table className="w-full text-[13px] tabular-nums [&_td]:py-0.5 [&_td:not(:first-child)]:text-right [&_th]:pb-1 [&_th]:text-left [&_th]:text-[11.5px] [&_th]:font-normal [&_th]:text-muted [&_th:not(:first-child)]:text-right">
          <thead>
            <tr>
              <th scope="col">{say('pieces')}</th>
              <th scope="col">{say('blankAndPrint')}</th>
              <th scope="col">{say('postage')}</th>
              <th scope="col">{say('inAll')}</th>
              <th scope="col">{say('each')}</th>
              <th scope="col">{price ? say('margin') : say('for40Margin')}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ quantity: pieces, quote, each }) => {
              const margin = price ? marginOf(each, price) : null;
              return (
                <tr
                  key={pieces}
                  className={`border-t border-line ${pieces === quantity ? 'bg-line font-medium' : ''}`}
                >
                  <td>{pieces}</td>
                  <td>{money(quote.items[0].each, currency)}</td>
                  <td>{money(quote.postage, currency)}</td>
                  <td>{money(quote.total, currency)}</td>
                  <td>{money(each, currency)}</td>
                  <td className={margin !== null && margin < 0 ? 'text-rust' : ''}>
                    {margin === null
                      ? money(priceWith(each, 0.4), currency)
                      : `${margin < 0 ? '−' : ''}${Math.abs(Math.round(100 * margin))} %`}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <p role="status" className="text-[13px]">
        {typeof now === 'string' ? (
          <span className="text-rust">{now}</span>
        ) : (
          <>
            {say.rich('pieceWithPostagePrintedBy', {
              quantity,
              money: money(now.total, currency),
              day: dayWords(now.days.printed),
              arrival: arrivalWords(now.days.arrives),
              b: (words) => <strong>{words}</strong>,
            })}
          </>
        )}
      </p>
      <div className="flex items-center justify-end gap-3">
        {waiting.length > 0 && (
          <Link to="/samples" className="mr-auto text-spruce underline">
            {say('basket', { waiting: waiting.length })}
          </Link>
        )}
        <Button onClick={onClose}>{say('close')}</Button>
        <Button tone="main" disabled={typeof now === 'string'} onClick={put}>
          {say('putInTheBasket')}
        </Button>
      </div>
    </div>
  );
}
