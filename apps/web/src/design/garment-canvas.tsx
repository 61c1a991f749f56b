import { useLayoutEffect, useRef } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Surface } from '@brelm/core/drawing';
import { paintGarment } from '../platform/garment-paint';

/** The artwork on a garment colour. `width` and `height` are CSS px. */
export function GarmentCanvas({
  garment,
  artwork,
  width,
  height,
  label,
  scrolls,
}: {
  garment: Garment;
  artwork: Surface | null;
  width: number;
  height: number;
  label: string;
  /** One of many that are scrolled: as a layer of its own it is moved, not painted again. */
  scrolls?: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const context = canvas.current!.getContext('2d')!;
    const ratio = window.devicePixelRatio || 1;
    const [w0, h0] = [Math.round(width * ratio), Math.round(height * ratio)];
    // Setting a canvas's size, even to what it is, makes its memory anew.
    if (canvas.current!.width !== w0) canvas.current!.width = w0;
    if (canvas.current!.height !== h0) canvas.current!.height = h0;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    paintGarment(context, garment, 0, 0, width, height);
    if (!artwork) return;
    const margin = 4;
    const scale = Math.min((width - 2 * margin) / artwork.width, (height - 2 * margin) / artwork.height);
    const w = artwork.width * scale;
    const h = artwork.height * scale;
    context.imageSmoothingQuality = 'high';
    context.drawImage(artwork.canvas as OffscreenCanvas, (width - w) / 2, (height - h) / 2, w, h);
  }, [garment, artwork, width, height]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      style={{ width, height, willChange: scrolls ? 'transform' : undefined }}
      className="block"
    />
  );
}
