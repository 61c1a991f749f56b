import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import {
  contrastAtLightness,
  contrastRatio,
  lightness,
  nearestYarn,
  yarns,
  type Garment,
} from '@brelm/core/colour';
import { inksOfPart, inkValues, type Design } from '@brelm/core/design';
import { byLightness, garmentLightness, NEEDED_RATIO } from '@brelm/core/proof';
import { say } from '../../words/garments';

const WIDTH = 372;
const HEIGHT = 270;
const MARGIN = { left: 30, right: 8, top: 10, bottom: 34 };
const TICKS = [1, 1.5, 3, 4.5, 7, 12, 21];

interface Curve {
  id: string;
  name: string;
  value: string;
  /** Its ratio with each garment, in their order. */
  ratios: number[];
}

/** Lightnesses at which a curve is drawn: all solid garments lie on it, since the ratio knows luminance alone. */
const LIGHTNESSES = Array.from({ length: 201 }, (_, i) => i / 2);

interface Run {
  from: number;
  to: number;
  clears: boolean;
}

/** Stretches of neighbouring garments on which all clears the line, or does not. */
function runs(garments: readonly Garment[], clears: ReadonlySet<string>): Run[] {
  const out: Run[] = [];
  garments.forEach((g, i) => {
    const last = out.at(-1);
    if (last?.clears === clears.has(g.id)) last.to = i;
    else out.push({ from: i, to: i, clears: clears.has(g.id) });
  });
  return out;
}

/** Where every must-read ink clears the line, in words. */
function ladderWords(garments: readonly Garment[], clears: ReadonlySet<string>, noun: string): string {
  if (clears.size === 0) return say('nothingThatMustReadClears', { noun });
  if (clears.size === garments.length) return say('allThatMustReadClears', { noun });
  const length = (r: Run) => r.to - r.from + 1;
  const best = runs(garments, clears)
    .filter((r) => r.clears)
    .sort((a, b) => length(b) - length(a))[0];
  const more = clears.size - length(best);
  const [from, to] = [garments[best.from].name, garments[best.to].name];
  const range = best.from === best.to ? from : `${from} … ${to}`;
  // What is not sold in colours is not sold on one.
  return say('sellOnAndOnMore', { isGarment: noun === 'garment', range, isMore: Boolean(more), more });
}

/**
 * Garment lightness along, contrast up: a curve for each ink that must read, and the 3 : 1 line. A solid garment is a
 * place on it, a heather a bar between its yarns.
 */
export function Ladder({
  design,
  colourway,
  garments,
  noun,
}: {
  design: Design;
  colourway: string | undefined;
  garments: readonly Garment[];
  /** What one of them is called. */
  noun: string;
}) {
  const sorted = useMemo(() => byLightness(garments), [garments]);
  const { curves, clears } = useMemo(() => {
    const values = inkValues(design, colourway);
    const ids = new Set(
      design.parts
        .filter((p) => p.mustRead && !p.hidden)
        .flatMap((p) => {
          const keylines = new Set(p.keylines.map((k) => k.ink));
          return inksOfPart(p).filter((id) => !keylines.has(id));
        }),
    );
    const all: Curve[] = design.inks
      .filter((i) => ids.has(i.id))
      .map((ink) => {
        const value = values.get(ink.id)!;
        return {
          id: ink.id,
          name: ink.name,
          value,
          ratios: sorted.map((garment) => contrastRatio(value, nearestYarn(garment, value))),
        };
      });
    const ok = sorted.filter((_, i) => all.length > 0 && all.every((c) => c.ratios[i] >= NEEDED_RATIO));
    return { curves: all, clears: new Set(ok.map((g) => g.id)) };
  }, [design, colourway, sorted]);

  const x = scaleLinear([0, 100], [MARGIN.left, WIDTH - MARGIN.right]);
  const y = scaleLog([1, 21], [HEIGHT - MARGIN.bottom, MARGIN.top]);
  const pathOf = (ink: string) =>
    line<number>()
      .x((l) => x(l))
      .y((l) => y(contrastAtLightness(ink, l)))(LIGHTNESSES) ?? '';
  const words = ladderWords(sorted, clears, noun);

  return (
    <section aria-label={say('ladderOfContrast')}>
      <h2 className="heading mb-1">{say('ladder')}</h2>
      {curves.length === 0 ? (
        <p className="text-[13px] text-muted">{say('noPartMustReadYet')}</p>
      ) : (
        <>
          <svg
            viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
            role="img"
            aria-label={say('contrastOfEachMustRead', { noun, words })}
          >
            {runs(sorted, clears)
              .filter((r) => r.clears)
              .map((r) => {
                const at = (k: number) =>
                  x(garmentLightness(sorted[Math.max(0, Math.min(sorted.length - 1, k))]));
                const left = r.from === 0 ? at(0) - 3 : (at(r.from - 1) + at(r.from)) / 2;
                const right = r.to === sorted.length - 1 ? at(r.to) + 3 : (at(r.to) + at(r.to + 1)) / 2;
                return (
                  <rect
                    key={r.from}
                    x={left}
                    y={MARGIN.top}
                    width={right - left}
                    height={HEIGHT - MARGIN.bottom - MARGIN.top}
                    className="fill-moss/15"
                  />
                );
              })}
            {TICKS.map((t) => (
              <g key={t}>
                <line
                  x1={MARGIN.left}
                  x2={WIDTH - MARGIN.right}
                  y1={y(t)}
                  y2={y(t)}
                  className={t === NEEDED_RATIO ? 'stroke-rust' : 'stroke-line'}
                  strokeWidth={t === NEEDED_RATIO ? 1.5 : 1}
                  strokeDasharray={t === NEEDED_RATIO ? '6 3' : undefined}
                />
                <text x={MARGIN.left - 5} y={y(t) + 4} textAnchor="end" className="fill-muted text-[11px]">
                  {t}
                </text>
              </g>
            ))}
            <text
              x={WIDTH - MARGIN.right}
              y={y(NEEDED_RATIO) - 4}
              textAnchor="end"
              className="fill-rust text-[11px]"
            >
              3 : 1
            </text>
            {curves.map((c) => (
              <g key={c.id}>
                <path
                  d={pathOf(c.value)}
                  fill="none"
                  className="stroke-ink"
                  strokeWidth="3.4"
                  strokeLinejoin="round"
                />
                <path
                  d={pathOf(c.value)}
                  fill="none"
                  stroke={c.value}
                  strokeWidth="2"
                  strokeLinejoin="round"
                />
              </g>
            ))}
            {sorted.map((g) => {
              // A heather reaches from one of its yarns to the other.
              const ls = yarns(g).map(lightness);
              const [from, to] = [x(Math.min(...ls)), x(Math.max(...ls))];
              return (
                <g key={g.id}>
                  <title>{g.name}</title>
                  {to - from > 1 && (
                    <rect
                      x={from}
                      y={HEIGHT - MARGIN.bottom + 8}
                      width={to - from}
                      height={3}
                      fill={g.value}
                      className="stroke-edge"
                      strokeWidth="0.6"
                    />
                  )}
                  <rect
                    x={x(garmentLightness(g)) - 2.5}
                    y={HEIGHT - MARGIN.bottom + 4}
                    width={5}
                    height={11}
                    rx={1}
                    fill={g.value}
                    className="stroke-edge"
                    strokeWidth="0.6"
                  />
                </g>
              );
            })}
            <text x={MARGIN.left} y={HEIGHT - 4} className="fill-muted text-[11px]">
              {say('darkS', { noun })}
            </text>
            <text x={WIDTH - MARGIN.right} y={HEIGHT - 4} textAnchor="end" className="fill-muted text-[11px]">
              {say('lightS', { noun })}
            </text>
          </svg>
          <ul className="mt-1 flex flex-wrap gap-x-3 text-[12.5px]">
            {curves.map((c) => (
              <li key={c.id} className="flex items-center gap-1.5">
                <span
                  aria-hidden
                  className="inline-block h-2.5 w-5 rounded-[2px] border border-ink"
                  style={{ background: c.value }}
                />
                {c.name}
              </li>
            ))}
          </ul>
          <p className="mt-2">{words}</p>
          <p className="text-[12.5px] text-muted">{say('theLadderKnowsInksAlone')}</p>
        </>
      )}
    </section>
  );
}
