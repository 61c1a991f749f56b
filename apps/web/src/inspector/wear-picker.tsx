import { useEffect, useMemo, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import {
  drawingBounds,
  paint,
  type Drawing,
  type PaintContext,
  type PictureSource,
} from '@brelm/core/drawing';
import { boxCentre, boxHeight, boxWidth, isEmptyBox, type Matrix } from '@brelm/core/geometry';
import { isWear, WEAR_PRESETS, type Wear, type WearPreset } from '@brelm/core/wear';
import { resolveStill } from '../design';
import { paintGarment } from '../platform/garment-paint';
import { onLoaded } from '../platform/loaded';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { useGarmentsQuery } from '../store/api';
import { Modal } from '../ui';
import { say } from '../words/inspector';

/** Side of a small picture, CSS px. */
const SIZE = 148;
/** The part of the artwork that is shown, as a share of its shorter side: whole artwork would hide what is fine. */
const CLOSE = 0.6;

/** Wear by name, each on the seller's own artwork, from near. */
export function WearPicker({
  open,
  preview,
  design,
  onClose,
  onTake,
}: {
  open: boolean;
  preview: (wear: Wear[]) => Design;
  design: Design;
  onClose: () => void;
  onTake: (wear: Wear[]) => void;
}) {
  return (
    <Modal open={open} title={say('wear')} onClose={onClose} wide="very">
      <p className="mb-3 text-[13px] text-muted">{say('takesInkAwaySoThat')}</p>
      <ul className="grid grid-cols-6 gap-3" aria-label={say('kindsOfWear')}>
        {WEAR_PRESETS.map((preset, i) => (
          <li key={preset.id}>
            <PresetCard preset={preset} at={i} design={design} preview={preview} onTake={onTake} />
          </li>
        ))}
      </ul>
    </Modal>
  );
}

/** Paints the middle of artwork on a garment. */
function paintNear(
  context: CanvasRenderingContext2D,
  drawing: Drawing,
  pictures: PictureSource,
  garment: Garment | undefined,
): void {
  const [width, height] = [2 * SIZE, 2 * SIZE];
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, width, height);
  if (garment) paintGarment(context, garment, 0, 0, width, height);
  const box = drawingBounds(drawing);
  if (isEmptyBox(box)) return;
  const side = Math.max(1, Math.min(boxWidth(box), boxHeight(box)) * CLOSE);
  const scale = width / side;
  const [cx, cy] = boxCentre(box);
  const view: Matrix = [scale, 0, 0, scale, width / 2 - cx * scale, height / 2 - cy * scale];
  const options = { view, pictures, surfaces: makeSurface };
  paint(context as unknown as PaintContext, drawing, options, { width, height });
}

function PresetCard({
  preset,
  at,
  design,
  preview,
  onTake,
}: {
  preset: WearPreset;
  at: number;
  design: Design;
  preview: (wear: Wear[]) => Design;
  onTake: (wear: Wear[]) => void;
}) {
  const { data: garments } = useGarmentsQuery();
  const garment = garments?.find((g) => g.id === design.backdrop);
  const wear = useMemo(() => preset.make(1 + at * 7919), [preset, at]);
  return (
    <button
      type="button"
      className="flex w-full flex-col gap-1 rounded-md border border-line p-1.5 text-left text-[13px] hover:border-ink focus-visible:border-ink"
      onClick={() => onTake(wear)}
    >
      <WornPicture of={() => preview(wear)} garment={garment} delay={at * 30} />
      <span className="truncate">{preset.name}</span>
    </button>
  );
}

/** A piece of the artwork as it would be. Made one after the other, so that the dialog opens at once. */
function WornPicture({
  of,
  garment,
  delay,
}: {
  of: () => Design;
  garment: Garment | undefined;
  delay: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [drawn, setDrawn] = useState(false);
  const make = useRef(of);
  useEffect(() => {
    let worn: { design: Design; drawing: Drawing } | null = null;
    let timer = setTimeout(draw, delay);
    // Until all that it shows has come in.
    const stop = onLoaded(() => {
      clearTimeout(timer);
      timer = setTimeout(draw, delay);
    });
    function draw() {
      const context = canvas.current?.getContext('2d');
      if (!context) return;
      if (!worn) {
        const design = make.current();
        worn = { design, drawing: resolveStill(design) };
      }
      const { design, drawing } = worn;
      let whole = true;
      const source = picturesOf(design);
      const pictures: PictureSource = (material, treatment, width) => {
        // They are many: a quarter as fine as on the board will do.
        const found = source(material, treatment, isWear(material) ? width / 4 : width);
        whole &&= found !== null;
        return found;
      };
      paintNear(context, drawing, pictures, garment);
      setDrawn(true);
      if (whole) stop();
    }
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [garment, delay]);
  return (
    <canvas
      ref={canvas}
      width={2 * SIZE}
      height={2 * SIZE}
      aria-hidden
      className={`aspect-square w-full rounded-sm ${drawn ? '' : 'animate-pulse bg-line'}`}
    />
  );
}
