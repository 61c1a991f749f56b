import { useEffect, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import { colourwayOf, type Design } from '@brelm/core/design';
import { NEEDED_RATIO, VANISHING_RATIO, type EdgeMap } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useDrawing, useThumbnail } from '../design';
import { paintGarment } from '../platform/garment-paint';
import { Modal } from '../ui';
import { edges } from '../workers/proof-client';

const SIZE = 520;
const FINE = [74, 122, 52];
const WATCH = [183, 121, 31];
const STOP = [178, 58, 36];
const colourOf = (ratio: number) => (ratio < VANISHING_RATIO ? STOP : ratio < NEEDED_RATIO ? WATCH : FINE);
const css = (rgb: number[]) => `rgb(${rgb.join(' ')})`;

/** The edge as pixels, thick enough to be seen and light around, so that it shows on any colour. */
function edgeImage({ width, height, ratios }: EdgeMap): OffscreenCanvas {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(width, height);
  const put = (i: number, rgb: number[]) => {
    image.data.set([...rgb, 255], i * 4);
  };
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const ratio = ratios[y * width + x];
      if (ratio === 0) continue;
      const rgb = colourOf(ratio);
      for (const [dx, dy] of [
        [0, 0],
        [1, 0],
        [0, 1],
        [-1, 0],
        [0, -1],
      ])
        put((y + dy) * width + x + dx, rgb);
    }
  context.putImageData(image, 0, 0);
  return canvas;
}

/** One cell of the wall, large: contrast along the edge, and how much of the edge has how much. */
export function CellDialog({
  design,
  colourway,
  garment,
  spec,
  side,
  onClose,
}: {
  design: Design;
  colourway: string;
  garment: Garment;
  spec: Spec;
  side: SpecSide;
  onClose: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const artwork = useThumbnail(useDrawing(design, colourway), 2 * SIZE);
  const [map, setMap] = useState<EdgeMap | null>(null);
  const [overlay, setOverlay] = useState(true);
  const name = colourwayOf(design, colourway)?.name ?? '';
  const height = SIZE;
  const width = Math.round((SIZE * design.board.width) / design.board.height);
  const shownWidth = Math.min(width, 460);
  const shownHeight = Math.round((shownWidth * height) / width);

  useEffect(() => {
    let wanted = true;
    void edges({ design, colourway, spec, side, garments: [garment], mendFor: '' }).then(
      (found) => wanted && setMap(found),
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [design, colourway, garment, spec, side]);

  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = shownWidth * ratio;
    element.height = shownHeight * ratio;
    const context = element.getContext('2d')!;
    paintGarment(context, garment, 0, 0, element.width, element.height);
    if (artwork) context.drawImage(artwork.canvas as OffscreenCanvas, 0, 0, element.width, element.height);
    if (map && overlay) context.drawImage(edgeImage(map), 0, 0, element.width, element.height);
  }, [artwork, map, overlay, garment, shownWidth, shownHeight]);

  const most = Math.max(0.01, ...(map?.bands.map((b) => b.share) ?? []));
  return (
    <Modal open onClose={onClose} title={`${name} on ${garment.name}`} wide>
      <div className="flex flex-wrap gap-5">
        <canvas
          ref={canvas}
          role="img"
          aria-label={`${design.name} in ${name} on ${garment.name}`}
          style={{ width: shownWidth, height: shownHeight }}
          className="rounded-md border border-line"
        />
        <div className="min-w-48 flex-1">
          <p className="heading mb-2">Contrast along the edge</p>
          {!map && <p className="text-muted">Measuring…</p>}
          <ul className="flex flex-col gap-1 text-[13px]">
            {map?.bands.map((band, i) => {
              const to = map.bands[i + 1]?.from;
              return (
                <li key={band.from} className="grid grid-cols-[5.5rem_1fr_2.5rem] items-center gap-2">
                  <span>{to ? `${band.from} to ${to}` : `over ${band.from}`}</span>
                  <span className="block h-3">
                    <span
                      className="block h-3 rounded-[2px]"
                      style={{
                        width: `${(band.share / most) * 100}%`,
                        background: css(colourOf(band.from + 0.01)),
                      }}
                    />
                  </span>
                  <span className="text-right">{Math.round(band.share * 100)} %</span>
                </li>
              );
            })}
          </ul>
          <p className="mt-3 text-[13px] text-muted">
            Of what must read, and of the outline of the whole. Under 3 : 1 is weak, under 1.5 it vanishes.
          </p>
          <label className="mt-3 flex items-center gap-2 text-[13px]">
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={overlay}
              onChange={(e) => setOverlay(e.target.checked)}
            />
            Show the edge on the artwork
          </label>
        </div>
      </div>
    </Modal>
  );
}
