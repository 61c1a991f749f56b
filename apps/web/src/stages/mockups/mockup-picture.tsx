import { useEffect, useRef, useState } from 'react';
import { WorkFaultNote } from '../../ui';
import { reasonOf, NotWanted } from '../../workers/hand';
import { mockupPicture, type MockupRequest } from '../../workers/mockup-client';
import { say } from '../../words/mockups';

/** A picture of the product, made off the main thread; the last one stays until the next has come. */
export function MockupPicture({
  request,
  label,
  className,
  onBusy,
}: {
  request: MockupRequest;
  /** What it is called; empty where what stands beside it says that. */
  label: string;
  className?: string;
  onBusy?: (busy: boolean) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [shown, setShown] = useState<MockupRequest | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    onBusy?.(true);
    mockupPicture(request, abort.signal).then(
      (bitmap) => {
        const to = canvas.current;
        if (abort.signal.aborted || !to) return bitmap.close();
        to.width = bitmap.width;
        to.height = bitmap.height;
        to.getContext('bitmaprenderer')!.transferFromImageBitmap(bitmap);
        setFault(null);
        setShown(request);
        onBusy?.(false);
      },
      (error: unknown) => {
        if (error instanceof NotWanted || abort.signal.aborted) return;
        setFault(reasonOf(error));
        onBusy?.(false);
      },
    );
    return () => abort.abort();
    // Whoever is told is told of this picture.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [request, attempt]);
  if (fault && onBusy)
    return (
      <WorkFaultNote
        what={say('thePictureCouldNotBe')}
        reason={fault}
        onAgain={() => {
          setFault(null);
          setAttempt(attempt + 1);
        }}
      />
    );
  return (
    <canvas
      ref={canvas}
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
      data-shown={shown === request}
      className={`${className ?? ''} ${shown ? '' : 'opacity-0'}`}
    />
  );
}
