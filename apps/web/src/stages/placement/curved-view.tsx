import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design, Placement } from '@brelm/core/design';
import { drawingBounds, paintSurface } from '@brelm/core/drawing';
import { narrowing, placedDrawing } from '@brelm/core/placement';
import type { SpecSide } from '@brelm/core/spec';
import type { Resolved } from '../../design';
import { paintGarment } from '../../platform/garment-paint';
import { makeSurface } from '../../platform/surfaces';
import { decimal } from '../../words/decimal';
import { say } from '../../words/placement';

const HEIGHT = 120;

/** A curved side as its printed strip, and as it is seen from the front of the artwork's middle. */
export function CurvedView({
  design,
  resolved,
  side,
  placement,
  blank,
}: {
  design: Design;
  resolved: Resolved;
  side: SpecSide;
  placement: Placement;
  blank: Garment;
}) {
  const strip = useRef<HTMLCanvasElement>(null);
  const front = useRef<HTMLCanvasElement>(null);
  const { diameterIn } = side.curve!;
  const k = HEIGHT / side.heightIn;
  const [w, fw] = [Math.round(side.widthIn * k), Math.round(diameterIn * k)];
  const { placed, middle, factor, halfAngle } = useMemo(() => {
    const flat = placedDrawing(resolved.drawing, design.board, side, placement);
    const box = drawingBounds(flat);
    return {
      placed: placedDrawing(resolved.drawing, design.board, side, placement, placement),
      middle: (box.left + box.right) / 2,
      ...narrowing(box, (diameterIn / 2) * side.dpi),
    };
  }, [resolved.drawing, design.board, side, placement, diameterIn]);

  useLayoutEffect(() => {
    const image = paintSurface(placed, (k / side.dpi) * 2, resolved.pictures, makeSurface);
    const draw = (canvas: HTMLCanvasElement, width: number, paint: (c: CanvasRenderingContext2D) => void) => {
      canvas.width = width * 2;
      canvas.height = HEIGHT * 2;
      paint(canvas.getContext('2d')!);
    };
    const source = image.canvas as OffscreenCanvas;
    draw(strip.current!, w, (c) => {
      paintGarment(c, blank, 0, 0, w * 2, HEIGHT * 2);
      c.drawImage(source, 0, 0, w * 2, HEIGHT * 2);
    });
    draw(front.current!, fw, (c) => {
      paintGarment(c, blank, 0, 0, fw * 2, HEIGHT * 2);
      const radius = fw;
      const at = (middle / side.widthPx) * image.width;
      for (let x = 0; x < fw * 2; x++) {
        const s = at + radius * Math.asin(Math.max(-1, Math.min(1, (x + 0.5 - radius) / radius)));
        if (s >= 0 && s < image.width - 1) c.drawImage(source, s, 0, 1, image.height, x, 0, 1, HEIGHT * 2);
      }
      // A little shade towards the sides tells that it is round.
      const shade = c.createLinearGradient(0, 0, fw * 2, 0);
      for (const [stop, a] of [
        [0, 0.32],
        [0.25, 0.04],
        [0.5, 0],
        [0.75, 0.04],
        [1, 0.32],
      ])
        shade.addColorStop(stop, `rgba(32, 38, 42, ${a})`);
      c.fillStyle = shade;
      c.fillRect(0, 0, fw * 2, HEIGHT * 2);
    });
  }, [placed, middle, k, w, fw, side, blank, resolved]);

  return (
    <div className="flex items-end gap-4 border-t border-line bg-paper px-4 py-2.5">
      <figure>
        <canvas
          ref={strip}
          style={{ width: w, height: HEIGHT }}
          className="block border border-edge"
          role="img"
          aria-label={say('thePrintedStrip')}
        />
        <figcaption className="mt-1 text-[12px] text-muted">{say('thePrintedStrip2')}</figcaption>
      </figure>
      <figure>
        <canvas
          ref={front}
          style={{ width: fw, height: HEIGHT }}
          className="block rounded-[3px]"
          role="img"
          aria-label={say('asSeenFromTheFront')}
        />
        <figcaption className="mt-1 text-[12px] text-muted">{say('fromTheFront')}</figcaption>
      </figure>
      <p className="max-w-56 text-[12.5px] text-muted">
        {say('itSpansOfTheCurve', {
          degrees: Math.round(2 * halfAngle),
          narrowed: placement.narrow
            ? say('narrowedToInItsMiddle', {
                factor: decimal(factor * 100, 1),
                halfAngle: decimal(halfAngle, 1),
              })
            : say('notNarrowedTowardsItsSides'),
        })}
      </p>
    </div>
  );
}
