import type { DrawnFigure, FigureOrder } from '@brelm/contract';
import { drawnFigurePicture } from '../store/drawn-figures-api';
import { Button } from '../ui';
import { say } from '../words/order';

/** One drawing: what it looks like, what is not in it, whose work it is, and the ways to take it. */
export function DrawnCard({
  order,
  drawing,
  busy,
  onTake,
}: {
  order: FigureOrder;
  drawing: DrawnFigure;
  busy: boolean;
  onTake: (n: number, as: 'picture' | 'outlines') => void;
}) {
  const { n, width, height, hasOutlines, undone, licences } = drawing;
  const nth = say('drawing', { n: n + 1 });
  return (
    <li className="flex min-w-0 flex-col rounded-md border border-line bg-paper">
      <img
        src={drawnFigurePicture(order.id, n)}
        alt={`${order.words}, ${nth}`}
        decoding="async"
        className="aspect-square w-full rounded-t-md bg-surround object-contain"
      />
      <div className="flex flex-1 flex-col gap-1.5 p-2">
        <div className="flex gap-1.5">
          <Button
            tone="main"
            disabled={busy || !hasOutlines}
            title={hasOutlines ? say('aMotifWhoseColoursAre') : say('itCameWithoutOutlines')}
            aria-label={say('takeAsOutlines', { nth })}
            onClick={() => onTake(n, 'outlines')}
          >
            {say('outlines')}
          </Button>
          <Button
            disabled={busy}
            title={say('aPictureOfPxTo', { width, height })}
            aria-label={say('takeAsAPicture', { nth })}
            onClick={() => onTake(n, 'picture')}
          >
            {say('picture')}
          </Button>
        </div>
        {undone.length > 0 && (
          <p className="text-[12.5px] text-ochre-ink">
            <span className="font-medium">{say('notDrawn')}</span> {undone.join(', ')}
          </p>
        )}
        <p
          className="mt-auto truncate text-[12px] text-muted"
          title={licences
            .map((l) => `${l.id}: ${l.of.join(', ')}${l.source ? ` (${l.source})` : ''}`)
            .join('\n')}
        >
          {licences.length ? licences.map((l) => l.id).join(', ') : say('noLicenceWasSaid')}
        </p>
      </div>
    </li>
  );
}
