import type { ReactNode } from 'react';
import type { Design, Material } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { apiAt } from '../../../platform/address';
import { Button, WorkFaultNote } from '../../../ui';
import type { Asked } from './use-tracing';
import { say } from '../../../words/picture';

/** What each way of tracing is given. */
export interface TraceProps {
  part: PicturePart;
  design: Design;
  material: Material;
  /** Where it is chosen what the picture becomes. */
  kind: ReactNode;
  onClose: () => void;
}

/** What every way of tracing shows: the picture, what becomes of it beside it, and how that is set. */
export function TraceFrame<T>({
  sha256,
  state,
  made,
  told,
  settings,
  fault,
  ready,
  onAgain,
  onTake,
  onClose,
}: {
  /** Of the picture. */
  sha256: string | undefined;
  state: Asked<T>;
  /** What is shown of what was made. */
  made: ReactNode;
  /** What is said of it. */
  told: ReactNode;
  settings: ReactNode;
  /** Why it cannot be taken as it is. */
  fault: string | null;
  ready: boolean;
  onAgain: () => void;
  onTake: () => void;
  onClose: () => void;
}) {
  return (
    <>
      <div className="grid grid-cols-[1fr_1fr_240px] gap-3">
        <figure className="min-w-0">
          <img
            src={apiAt(`materials/${sha256}/preview?size=1600`)}
            alt={say('thePictureAsItWas')}
            className="h-[46vh] w-full rounded-sm bg-surround object-contain"
          />
          <figcaption className="text-[12px] text-muted">{say('asItWasBroughtIn')}</figcaption>
        </figure>
        <figure className="min-w-0">
          <div
            className={`h-[46vh] rounded-sm bg-surround ${state === 'working' ? 'opacity-60' : ''}`}
            aria-busy={state === 'working'}
          >
            {made}
          </div>
          <figcaption role="status" className="text-[12px] text-muted">
            {state === 'working' ? say('tracing') : told}
          </figcaption>
        </figure>
        <div className="flex max-h-[52vh] flex-col gap-2 overflow-y-auto pr-1">{settings}</div>
      </div>
      {state !== 'working' && 'fault' in state && (
        <WorkFaultNote what={say('thePictureCouldNotBe')} reason={state.fault} onAgain={onAgain} />
      )}
      {fault && (
        <p role="alert" className="mt-2 text-rust">
          {fault}
        </p>
      )}
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" disabled={!ready} onClick={onTake}>
          {say('putItOnTheBoard')}
        </Button>
      </div>
    </>
  );
}
