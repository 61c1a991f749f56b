import clsx from 'clsx';
import { useMemo } from 'react';
import type { LetteringLine } from '@brelm/core/parts';
import { pathBounds, toSvgPath } from '@brelm/core/geometry';
import { alternatesOf, type AxisValues, type Typeface } from '@brelm/core/type';
import { face as faceNow } from '../../platform/faces';
import { say } from '../../words/lettering';

/** A glyph by its picture. */
export function GlyphPicture({ face, glyph, size = 34 }: { face: Typeface; glyph: number; size?: number }) {
  const outline = face.outline(glyph);
  const { ascender, descender } = face;
  const box = pathBounds(outline);
  const top = Math.max(ascender, box.bottom || 0);
  const bottom = Math.min(descender, box.top || 0);
  const left = Math.min(0, Number.isFinite(box.left) ? box.left : 0);
  const right = Math.max(face.advance(glyph), Number.isFinite(box.right) ? box.right : 0, 1);
  return (
    <svg
      aria-hidden
      height={size}
      width={size}
      viewBox={`${left} ${-top} ${right - left} ${top - bottom}`}
      preserveAspectRatio="xMidYMid meet"
    >
      <path d={toSvgPath(outline)} transform="scale(1 -1)" fill="currentColor" />
    </svg>
  );
}

/** Names of substitutions that say something to a seller. */
const SAYS: Record<string, string> = {
  swsh: say('swash'),
  cswh: say('swash'),
  salt: say('anotherForm'),
  aalt: say('anotherForm'),
  titl: say('titling'),
  smcp: say('smallCapital'),
  c2sc: say('smallCapital'),
  onum: say('oldStyleFigure'),
  lnum: say('liningFigure'),
  sups: say('raised'),
  subs: say('lowered'),
  ornm: say('ornament'),
  hist: say('oldForm'),
  dlig: say('joined'),
};
const saysOf = (feature: string) => {
  const tag = feature.slice(0, 4);
  if (SAYS[tag]) return SAYS[tag];
  if (/^ss\d\d$/.test(tag)) return say('set', { tag: Number(tag.slice(2)) });
  if (/^cv\d\d$/.test(tag)) return say('form', { tag: Number(tag.slice(2)) });
  return say('anotherForm2', { tag });
};

/** Every form that the typeface has for a letter, chosen by its picture. */
export function Alternates({
  face: id,
  axes,
  line,
  from,
  features,
  onChoose,
}: {
  face: string;
  axes: AxisValues;
  line: LetteringLine;
  from: number;
  features: string[];
  onChoose: (features: string[]) => void;
}) {
  const base = faceNow(id);
  const key = JSON.stringify(axes);
  const forms = useMemo(
    () => (base ? alternatesOf(base, line.text, from, JSON.parse(key) as AxisValues) : []),
    [base, line.text, from, key],
  );
  if (!base) return null;
  const face = base.at(axes);
  if (forms.length < 2) return <p className="text-[12.5px] text-muted">{say('thisTypefaceHasOneForm')}</p>;
  const now = features.find((f) => forms.some((form) => form.feature === f)) ?? '';
  return (
    <div>
      <p className="mb-1 text-[11.5px] text-muted">{say('formsOfThisLetter')}</p>
      <ul className="flex flex-wrap gap-1">
        {forms.map(({ glyph, feature }) => (
          <li key={feature}>
            <button
              type="button"
              aria-pressed={feature === now}
              aria-label={feature ? say('form2', { says: saysOf(feature) }) : say('theUsualForm')}
              title={feature ? `${saysOf(feature)} (${feature})` : say('theUsualForm2')}
              className={clsx(
                'flex h-10 w-10 items-center justify-center rounded-md border bg-paper',
                feature === now ? 'border-spruce ring-1 ring-spruce' : 'border-line hover:border-ink',
              )}
              onClick={() =>
                onChoose([
                  ...features.filter((f) => !forms.some((form) => form.feature === f)),
                  ...(feature ? [feature] : []),
                ])
              }
            >
              <GlyphPicture face={face} glyph={glyph} />
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
