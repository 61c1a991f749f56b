import { useEffect, useRef } from 'react';
import type { Garment } from '@brelm/core/colour';
import { paintGarment } from '../platform/garment-paint';

/** A row's artwork on a garment colour. */
export function RowPicture({
  picture,
  garment,
  ratio,
  dim,
}: {
  picture: ImageBitmap | null;
  garment: Garment | undefined;
  /** Height over width, while there is no picture. */
  ratio: number;
  dim?: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current!.getContext('2d')!;
    // One that was given up has no size any more.
    const width = picture?.width || 160;
    const height = picture?.height || Math.max(1, Math.round(160 * ratio));
    canvas.current!.width = width;
    canvas.current!.height = height;
    if (garment) paintGarment(context, garment, 0, 0, width, height);
    if (picture?.width) context.drawImage(picture, 0, 0);
  }, [picture, garment, ratio]);
  return <canvas ref={canvas} aria-hidden className={`block w-full ${dim ? 'opacity-40' : ''}`} />;
}
