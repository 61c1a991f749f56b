import { X } from 'lucide-react';
import type { FigureOrder } from '@brelm/contract';
import { drawnFigurePicture, useRemoveFigureOrderMutation } from '../store/drawn-figures-api';
import { reasonOf } from '../store/api';
import { notify } from '../ui';
import { say } from '../words/order';

/** What was asked for before, the newest first; a press shows it again. */
export function EarlierOrders({
  orders,
  total,
  shown,
  onShow,
}: {
  orders: readonly FigureOrder[];
  total: number;
  shown: string | null;
  onShow: (order: FigureOrder) => void;
}) {
  const [remove] = useRemoveFigureOrderMutation();
  return (
    <section aria-label={say('askedForBefore')} className="mt-4 border-t border-line pt-3">
      <p className="heading mb-1.5">
        {say('askedForBefore')}
        {total > orders.length && (
          <span className="ml-2 font-normal text-muted">
            {say('theNewestOf', { orders: orders.length, total })}
          </span>
        )}
      </p>
      <ul className="flex gap-2 overflow-x-auto pb-1">
        {orders.map((o) => (
          <li key={o.id} className="group relative w-24 shrink-0">
            <button
              type="button"
              aria-pressed={shown === o.id}
              title={`${o.words} · ${o.style}`}
              className={`block w-full rounded-md border bg-paper p-1 text-left ${shown === o.id ? 'border-spruce' : 'border-line hover:border-edge'}`}
              onClick={() => onShow(o)}
            >
              <img
                src={drawnFigurePicture(o.id, 0)}
                alt=""
                loading="lazy"
                decoding="async"
                className="aspect-square w-full object-contain"
              />
              <span className="mt-1 block truncate text-[12px]">{o.words}</span>
            </button>
            <button
              type="button"
              aria-label={say('forget', { words: o.words, style: o.style })}
              title={say('forgetItWhatWasTaken')}
              className="absolute right-0.5 top-0.5 rounded bg-card/90 p-0.5 opacity-0 focus-visible:opacity-100 group-hover:opacity-100"
              onClick={() =>
                void remove(o.id)
                  .unwrap()
                  .catch((error) => notify('fault', reasonOf(error)))
              }
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
