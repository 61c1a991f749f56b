import { useEffect, useRef, useState } from 'react';
import type { FigureOrder, OrderedFigure } from '@brelm/contract';
import { reasonOf } from '../store/api';
import {
  useFigureOrdersQuery,
  useFigureServiceQuery,
  useOrderFiguresMutation,
  useTakeFigureMutation,
} from '../store/drawn-figures-api';
import { addTaken } from '../editor/bring-in';
import { useEdit } from '../editor/use-edit';
import { Button, Modal } from '../ui';
import { DrawnCard } from './drawn-card';
import { EarlierOrders } from './earlier-orders';
import { GROUNDS } from './grounds';
import { say } from '../words/order';

/** Requests that show what can be asked for. */
const EXAMPLES = [
  say('aHedgehogWithALantern'),
  say('anOwlInAScarf'),
  say('twoMothsUnderTheMoon'),
  say('aToadInAWoolly'),
];
/** Seeds are numbers up to this. */
const SEEDS = 1_000_000;

/** Figures drawn to order: words in, four drawings out, each taken as outlines or as a picture. */
export function OrderFigures({ words: given = '', onClose }: { words?: string; onClose: () => void }) {
  const edit = useEdit();
  const { data: service, error: silent, refetch } = useFigureServiceQuery();
  const [words, setWords] = useState(given);
  const [style, setStyle] = useState('flat');
  const [ground, setGround] = useState(GROUNDS[0].value);
  const [order, { isLoading: drawing }] = useOrderFiguresMutation();
  const [take, { isLoading: taking }] = useTakeFigureMutation();
  const [shown, setShown] = useState<FigureOrder | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const work = useRef<{ abort: () => void } | null>(null);
  const { data: before } = useFigureOrdersQuery(24);
  // Whoever closes this while it is drawn has thought better of it.
  useEffect(() => () => work.current?.abort(), []);

  async function draw(asked: OrderedFigure) {
    if (!asked.words.trim()) return;
    work.current?.abort();
    setFault(null);
    const mine = order({ ...asked, words: asked.words.trim() });
    work.current = mine;
    try {
      setShown(await mine.unwrap());
    } catch (error) {
      if ((error as Error).name !== 'AbortError' && work.current === mine) setFault(reasonOf(error));
    }
  }
  const asked = (more: Partial<OrderedFigure> = {}): OrderedFigure => ({
    ...{ words, style, ground, seed: 0 },
    ...more,
  });
  const others = ({ words, style, ground, seed, drawings }: FigureOrder) =>
    draw({ words, style, ground, seed: (seed + drawings.length) % SEEDS });
  const restyle = (to: string) => {
    setStyle(to);
    // What is shown is drawn in the other style, the same otherwise.
    if (shown) void draw(asked({ words: shown.words, seed: shown.seed, style: to }));
  };
  const show = (old: FigureOrder) => {
    work.current?.abort();
    setFault(null);
    setShown(old);
    setWords(old.words);
    setStyle(old.style);
    setGround(old.ground);
  };
  const put = (n: number, as: 'picture' | 'outlines') =>
    take({ order: shown!.id, n, as })
      .unwrap()
      .then(
        (taken) => {
          addTaken(taken, shown!.words, edit);
          onClose();
        },
        (error) => setFault(reasonOf(error)),
      );

  return (
    <Modal open title={say('haveAFigureDrawn')} onClose={onClose} wide="very">
      <form
        className="flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void draw(asked());
        }}
      >
        <input
          autoFocus
          aria-label={say('whatIsToBeDrawn')}
          className="field !h-10 flex-1 px-2.5 !text-[16px]"
          maxLength={300}
          placeholder={say('aHedgehogWithALanternOn')}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        {drawing ? (
          <Button className="!h-10" onClick={() => work.current?.abort()}>
            {say('giveUp')}
          </Button>
        ) : (
          <Button tone="main" type="submit" className="!h-10" disabled={!words.trim()} title={say('enter')}>
            {say('drawFour')}
          </Button>
        )}
      </form>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <div role="group" aria-label={say('style')} className="flex flex-wrap gap-1">
          {service?.styles.map((s) => (
            <button
              key={s.id}
              type="button"
              aria-pressed={style === s.id}
              title={s.about}
              className={`rounded-full border px-3 py-1 text-[13px] ${style === s.id ? 'border-spruce bg-spruce text-card' : 'border-line hover:border-edge'}`}
              onClick={() => restyle(s.id)}
            >
              {s.name}
            </button>
          ))}
        </div>
        <label className="flex items-center gap-2 text-[13px]">
          {say('ground')}
          <select className="field !h-8 !w-32" value={ground} onChange={(e) => setGround(e.target.value)}>
            {GROUNDS.map((g) => (
              <option key={g.value} value={g.value}>
                {g.name}
              </option>
            ))}
          </select>
        </label>
        <p className="min-w-0 flex-1 text-right text-[12.5px] text-muted">
          {service?.simulated
            ? say('simulatedPutTogetherOfFigures')
            : service && say('drawnBy', { name: service.name })}
        </p>
      </div>

      {silent ? (
        <p role="alert" className="mt-4 text-[13px] text-rust">
          {reasonOf(silent)}{' '}
          <button type="button" className="underline" onClick={() => void refetch()}>
            {say('tryAgain')}
          </button>
        </p>
      ) : null}
      {fault && (
        <p role="alert" className="mt-4 text-[13px] text-rust">
          {fault}
        </p>
      )}
      <div aria-live="polite" aria-busy={drawing} className="mt-4 min-h-[19rem]">
        {drawing ? (
          <ul className="grid grid-cols-4 gap-3" aria-label={say('beingDrawn')}>
            {[0, 1, 2, 3].map((n) => (
              <li
                key={n}
                className="aspect-square animate-pulse rounded-md bg-surround motion-reduce:animate-none"
              />
            ))}
          </ul>
        ) : shown ? (
          <>
            <ul className="grid grid-cols-4 gap-3" aria-label={say('drawingsOf', { words: shown.words })}>
              {shown.drawings.map((d) => (
                <DrawnCard key={`${shown.id}-${d.n}`} order={shown} drawing={d} busy={taking} onTake={put} />
              ))}
            </ul>
            <div className="mt-3 flex items-center gap-3">
              <Button onClick={() => void others(shown)}>{say('fourOthers')}</Button>
              <p className="text-[13px] text-muted">
                {say('anotherStyleAboveDrawsThe', { words: shown.words })}
              </p>
            </div>
          </>
        ) : (
          <div className="flex h-[19rem] flex-col items-center justify-center gap-3 rounded-md border border-dashed border-line text-center">
            <p className="max-w-md text-[14px] text-muted">{say('sayWhoItIsWhat')}</p>
            <ul className="flex max-w-2xl flex-wrap justify-center gap-1.5" aria-label={say('examples')}>
              {EXAMPLES.map((example) => (
                <li key={example}>
                  <button
                    type="button"
                    className="rounded-full border border-line px-3 py-1 text-[13px] hover:border-edge"
                    onClick={() => {
                      setWords(example);
                      void draw(asked({ words: example }));
                    }}
                  >
                    {example}
                  </button>
                </li>
              ))}
            </ul>
          </div>
        )}
      </div>
      {before && before.orders.length > 0 && (
        <EarlierOrders orders={before.orders} total={before.total} shown={shown?.id ?? null} onShow={show} />
      )}
    </Modal>
  );
}
