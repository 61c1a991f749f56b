import { scaleLinear } from 'd3-scale';
import { area } from 'd3-shape';
import { useEffect, useState } from 'react';
import type { Treatment } from '@brelm/core/steps';
import { pictureTones } from '../../workers/picture-client';
import { say } from '../../words/picture';

const WIDTH = 240;
const HEIGHT = 52;

/** How often each tone stands in a picture before a step, and how much of it lies beyond its black and white point. */
export function Histogram({
  sha256,
  before,
  scale,
  black,
  white,
}: {
  sha256: string;
  before: Treatment | null;
  /** Px of the picture's own width. */
  scale: number;
  black: number;
  white: number;
}) {
  const [bins, setBins] = useState<number[] | null>(null);
  useEffect(() => {
    let wanted = true;
    pictureTones(sha256, before, scale).then(
      ({ bins: found }) => wanted && setBins(found),
      () => wanted && setBins(null),
    );
    return () => {
      wanted = false;
    };
  }, [sha256, before, scale]);
  if (!bins) return <div style={{ height: HEIGHT }} aria-hidden />;
  const total = bins.reduce((a, b) => a + b, 0) || 1;
  const beyond = (is: (tone: number) => boolean) =>
    Math.round((100 * bins.reduce((sum, n, i) => sum + (is(i / 255) ? n : 0), 0)) / total);
  // The ends would dwarf all else.
  const most = Math.max(1, ...bins.slice(2, -2)) * 1.08;
  const x = scaleLinear([0, 255], [0, WIDTH]);
  const y = scaleLinear([0, most], [HEIGHT, 2]).clamp(true);
  const shape = area<number>()
    .x((_, i) => x(i))
    .y0(HEIGHT)
    .y1((n) => y(n));
  const [dark, light] = [beyond((t) => t < black), beyond((t) => t > white)];
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={say('tonesOfThePictureBelow', { dark, light })}
        className="block h-13 w-full rounded-sm bg-paper"
        preserveAspectRatio="none"
      >
        <path d={shape(bins) ?? ''} className="fill-muted" />
        {[black, white].map((at, i) => (
          <line
            key={i}
            x1={at * WIDTH}
            x2={at * WIDTH}
            y1={0}
            y2={HEIGHT}
            className="stroke-rust"
            strokeWidth={1.5}
          />
        ))}
      </svg>
      <figcaption className="flex justify-between text-[11.5px] text-muted">
        <span>{say('allBlack', { dark })}</span>
        <span>{say('allWhite', { light })}</span>
      </figcaption>
    </figure>
  );
}
