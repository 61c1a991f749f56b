import { useEffect, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import { colourwayOf, type Design } from '@brelm/core/design';
import { CHOKE_MM, NEEDED_RATIO, VANISHING_RATIO, type EdgeMap, type Separation } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useBordered, useDrawing, useThumbnail, type Border } from '../../design';
import { paintGarment } from '../../platform/garment-paint';
import { Modal, NumberField, WorkFaultNote } from '../../ui';
import { edges, reasonOf, separation } from '../../workers/proof-client';
import { decimal } from '../../words/decimal';
import { say } from '../../words/garments';

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

const VIEWS = {
  edge: say('contrastAlongTheEdge'),
  plain: say('theArtworkAlone'),
  underbase: say('theWhiteUnderbase'),
  printed: say('inksOnTheUnderbaseAs'),
  partial: say('whereAlphaIsPartial'),
} as const;
type View = keyof typeof VIEWS;

const percent = (share: number) => `${decimal(share * 100, share < 0.1 ? 1 : 0)} %`;

/** What the separation says in figures, and the choke. */
function SeparationWords({
  separated,
  garment,
  choke,
  onChoke,
}: {
  separated: Separation | null;
  garment: Garment;
  choke: number;
  onChoke: (mm: number) => void;
}) {
  if (!separated) return <p className="text-muted">{say('separating')}</p>;
  const { ink, underbase, partial } = separated.shares;
  const rows = [
    [say('inked'), percent(ink)],
    [say('whiteUnderIt'), garment.takes === 'direct' ? say('none') : percent(underbase)],
    [say('halfTransparent'), percent(partial)],
  ];
  return (
    <div className="flex flex-col gap-3 text-[13px]">
      <table>
        <caption className="heading mb-1 text-left">{say('ofTheBoard')}</caption>
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <th scope="row" className="py-0.5 pr-3 text-left font-normal text-muted">
                {name}
              </th>
              <td>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {garment.takes === 'direct' ? (
        <p className="text-muted">{say('takesInkDirectlyNothingIs', { name: garment.name })}</p>
      ) : (
        <div className="w-28">
          <NumberField
            label={say('chokeMm')}
            value={choke}
            check={(v) => (v >= 0 && v <= 3 ? null : say('n0To3Mm'))}
            onChange={onChoke}
          />
        </div>
      )}
      <p className="text-muted">{say('theChokeDrawsTheWhite')}</p>
    </div>
  );
}

/** One cell of the wall, large: contrast along the edge, and how much of the edge has how much. */
export function CellDialog({
  design,
  border,
  colourway,
  garment,
  spec,
  side,
  onClose,
}: {
  design: Design;
  border: Border | null;
  colourway: string;
  garment: Garment;
  spec: Spec;
  side: SpecSide;
  onClose: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const artwork = useThumbnail(useBordered(useDrawing(design, colourway), border), 2 * SIZE);
  const [map, setMap] = useState<EdgeMap | null>(null);
  const [view, setView] = useState<View>('edge');
  const [choke, setChoke] = useState(CHOKE_MM);
  const [separated, setSeparated] = useState<Separation | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  const name = colourwayOf(design, colourway)?.name ?? '';
  const height = SIZE;
  const width = Math.round((SIZE * design.board.width) / design.board.height);
  const shownWidth = Math.min(width, 460);
  const shownHeight = Math.round((shownWidth * height) / width);

  useEffect(() => {
    const given = new AbortController();
    edges({ design, colourway, spec, side, garments: [garment], mendFor: '' }, given.signal).then(
      (found) => !given.signal.aborted && setMap(found),
      (reason: unknown) => !given.signal.aborted && setFault(reasonOf(reason)),
    );
    return () => given.abort();
  }, [design, colourway, garment, spec, side, tries]);

  const separates = view !== 'edge' && view !== 'plain';
  useEffect(() => {
    if (!separates) return;
    const given = new AbortController();
    separation({ design, colourway, spec, side, garments: [garment], mendFor: '' }, choke, given.signal).then(
      (found) => !given.signal.aborted && setSeparated(found),
      (reason: unknown) => !given.signal.aborted && setFault(reasonOf(reason)),
    );
    return () => given.abort();
  }, [separates, choke, design, colourway, garment, spec, side, tries]);

  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = shownWidth * ratio;
    element.height = shownHeight * ratio;
    const context = element.getContext('2d')!;
    paintGarment(context, garment, 0, 0, element.width, element.height);
    if (artwork) context.drawImage(artwork.canvas as OffscreenCanvas, 0, 0, element.width, element.height);
    if (separates && separated) {
      const { width: w, height: h, data } = separated[view];
      const layer = new OffscreenCanvas(w, h);
      layer.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), w, h), 0, 0);
      context.imageSmoothingQuality = 'high';
      context.drawImage(layer, 0, 0, element.width, element.height);
    }
    if (map && view === 'edge') context.drawImage(edgeImage(map), 0, 0, element.width, element.height);
  }, [artwork, map, view, separates, separated, garment, shownWidth, shownHeight]);

  const most = Math.max(0.01, ...(map?.bands.map((b) => b.share) ?? []));
  return (
    <Modal open onClose={onClose} title={say('on', { name, name2: garment.name })} wide>
      <div className="flex flex-wrap gap-5">
        <canvas
          ref={canvas}
          role="img"
          aria-label={say('inOn', { name: design.name, name2: name, name3: garment.name })}
          style={{ width: shownWidth, height: shownHeight }}
          className="rounded-md border border-line"
        />
        <div className="min-w-48 flex-1">
          <label className="mb-3 block text-[13px]">
            <span className="block text-[11.5px] text-muted">{say('show')}</span>
            <select className="field" value={view} onChange={(e) => setView(e.target.value as View)}>
              {Object.entries(VIEWS).map(([id, words]) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {fault !== null ? (
            <WorkFaultNote
              what={say('thisCouldNotBeMeasured')}
              reason={fault}
              onAgain={() => {
                setFault(null);
                setTries(tries + 1);
              }}
            />
          ) : separates ? (
            <SeparationWords separated={separated} garment={garment} choke={choke} onChoke={setChoke} />
          ) : (
            <>
              <p className="heading mb-2">{say('contrastAlongTheEdge')}</p>
              {!map && <p className="text-muted">{say('measuring')}</p>}
              <ul className="flex flex-col gap-1 text-[13px]">
                {map?.bands.map((band, i) => {
                  const to = map.bands[i + 1]?.from;
                  return (
                    <li key={band.from} className="grid grid-cols-[5.5rem_1fr_2.5rem] items-center gap-2">
                      <span>
                        {to ? say('to', { from: band.from, to }) : say('over', { from: band.from })}
                      </span>
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
              <p className="mt-3 text-[13px] text-muted">{say('ofWhatMustReadAnd')}</p>
            </>
          )}
        </div>
      </div>
    </Modal>
  );
}
