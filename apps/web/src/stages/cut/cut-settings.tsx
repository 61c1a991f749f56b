import { Plus, X } from 'lucide-react';
import {
  CUT_CORNERS,
  CUT_FORMS,
  CUT_HOLES,
  CUT_ISLANDS,
  CUT_SHAPES,
  TEAR_SIDES,
  type CutLine,
} from '@brelm/core/cutline';
import { lightestInk, usedInks, type Design } from '@brelm/core/design';
import { formOf } from '@brelm/core/geometry';
import { isDressed } from '@brelm/core/parts';
import { InkSelect } from '../../editor/ink-select';
import { Button, IconButton, NumberField, SelectField } from '../../ui';

const SHAPES: Record<(typeof CUT_SHAPES)[number], string> = {
  follow: 'Follows the artwork',
  silhouette: 'Silhouette, cut from film',
  circle: 'Circle around it',
  oval: 'Oval around it',
  rectangle: 'Rectangle around it',
  form: 'A form around it',
  own: 'An outline of mine',
};
const FORMS = Object.fromEntries(
  CUT_FORMS.map((id) => [id, formOf(id)!.label.replace(/^Badge, (.)/, (_, c: string) => c.toUpperCase())]),
) as Record<(typeof CUT_FORMS)[number], string>;
const CORNERS: Record<(typeof CUT_CORNERS)[number], string> = { round: 'Round', sharp: 'As sharp as it is' };
const HOLES: Record<(typeof CUT_HOLES)[number], string> = {
  all: 'Fill all',
  small: 'Fill small ones',
  chosen: 'Cut out chosen ones',
  none: 'Cut all out',
};
const ISLANDS: Record<(typeof CUT_ISLANDS)[number], string> = {
  bridge: 'Join by bridges',
  stencil: 'Hold as a stencil',
  apart: 'Leave apart',
};
const PRINTED = {
  ink: 'In an ink',
  spread: 'In the colours beside it',
  bare: 'Not printed',
};
const TEARS: Record<(typeof TEAR_SIDES)[number], string> = {
  none: 'None',
  top: 'At the top',
  right: 'On the right',
  bottom: 'At the bottom',
  left: 'On the left',
};
const within =
  (least: number, most: number) =>
  (v: number): string | null =>
    v >= least && v <= most ? null : `${least} to ${most} mm`;

/** One of a few ways, told in words. */
function Choice<T extends string>({
  label,
  value,
  of,
  words,
  onChoose,
}: {
  label: string;
  value: T;
  of: readonly T[];
  words: Record<T, string>;
  onChoose: (value: T) => void;
}) {
  return (
    <SelectField label={label} value={value} onChange={(e) => onChoose(e.target.value as T)}>
      {of.map((way) => (
        <option key={way} value={way}>
          {words[way]}
        </option>
      ))}
    </SelectField>
  );
}

/** How a sticker is cut out, in the order in which it is decided. */
export function CutSettings({
  value,
  design,
  onSet,
  onUnprinted,
}: {
  value: CutLine;
  design: Design;
  onSet: (change: Partial<CutLine>, label: string) => void;
  /** Whether a part is printed, or is there for its outline alone. */
  onUnprinted: (part: string, unprinted: boolean) => void;
}) {
  const length = (
    key: 'distance' | 'close' | 'holeSize' | 'radius' | 'bridge' | 'bleed',
    label: string,
    least: number,
    most: number,
  ) => (
    <NumberField
      label={`${label}, mm`}
      value={value[key]}
      check={within(least, most)}
      onChange={(v) => onSet({ [key]: v }, label)}
    />
  );
  const { shape, backing, rims } = value;
  const silhouette = shape === 'silhouette';
  const follows = shape === 'follow' || silhouette;
  const outlines = design.parts.filter(isDressed);
  const outline = outlines.find((p) => p.id === value.part);
  const shaped = (next: CutLine['shape']): Partial<CutLine> =>
    next === 'silhouette'
      ? // Film is the artwork: its words stay cut out, held as in a stencil, in an ink that it has.
        {
          ...{ shape: next, holes: 'none', islands: 'stencil', bridge: 1.5, bleed: 0, radius: 0.2 },
          ink: value.ink ?? [...usedInks(design)][0] ?? null,
        }
      : silhouette
        ? { shape: next, holes: 'all', islands: 'bridge', bridge: 5, radius: 1.5 }
        : { shape: next };
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Outline" className="flex flex-col gap-2">
        <h2 className="heading">Outline</h2>
        <Choice
          label="Shape"
          value={shape}
          of={CUT_SHAPES}
          words={SHAPES}
          onChoose={(next) => onSet(shaped(next), 'Shape of the cut')}
        />
        {shape === 'form' && (
          <Choice
            label="Form"
            value={value.form}
            of={CUT_FORMS}
            words={FORMS}
            onChoose={(form) => onSet({ form }, 'Form of the cut')}
          />
        )}
        {shape === 'own' && (
          <>
            <SelectField
              label="Part"
              value={value.part ?? ''}
              onChange={(e) => onSet({ part: e.target.value || null }, 'Outline of the cut')}
            >
              <option value="">none yet</option>
              {outlines.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
              {value.part !== null && !outlines.some((p) => p.id === value.part) && (
                <option value={value.part}>one that is gone</option>
              )}
            </SelectField>
            {outline ? (
              <label className="flex items-center gap-2 text-[13px]">
                <input
                  type="checkbox"
                  checked={outline.unprinted}
                  onChange={(e) => onUnprinted(outline.id, e.target.checked)}
                />
                Only cuts: not printed itself
              </label>
            ) : (
              outlines.length === 0 && (
                <p className="text-[12px] text-muted">
                  Draw one on the board first: a shape, or an outline by hand.
                </p>
              )
            )}
          </>
        )}
        <div className="grid grid-cols-2 gap-2">
          {!silhouette && shape !== 'own' && length('distance', 'Border', 0, 50)}
          {shape !== 'circle' && shape !== 'oval' && length('radius', 'Least radius', 0, 20)}
        </div>
        {shape === 'follow' && (
          <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-2">
            <Choice
              label="Outer corners"
              value={value.corners}
              of={CUT_CORNERS}
              words={CORNERS}
              onChoose={(corners) => onSet({ corners }, 'Corners of the cut')}
            />
            {value.corners === 'sharp' && (
              <NumberField
                label="Up to, × border"
                value={value.mitre}
                check={(v) => (v >= 1 && v <= 10 ? null : '1 to 10')}
                onChange={(mitre) => onSet({ mitre }, 'Reach of corners')}
              />
            )}
          </div>
        )}
      </section>
      {follows && (
        <section aria-label="Gaps, holes and pieces" className="flex flex-col gap-2">
          <h2 className="heading">{silhouette ? 'Holes, pieces' : 'Gaps, holes, pieces'}</h2>
          <div className="grid grid-cols-2 gap-2">
            {!silhouette && length('close', 'Close gaps', 0, 50)}
            <Choice
              label="Holes"
              value={value.holes}
              of={CUT_HOLES}
              words={HOLES}
              onChoose={(holes) => onSet({ holes }, 'Holes of the cut')}
            />
            {value.holes === 'small' && length('holeSize', 'Smaller than', 0, 50)}
          </div>
          {value.holes === 'chosen' && (
            <p className="text-[12px] text-muted">Click a hole on the sticker to cut it out or fill it.</p>
          )}
          <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-2">
            <Choice
              label="Several pieces"
              value={value.islands}
              of={CUT_ISLANDS}
              words={ISLANDS}
              onChoose={(islands) => onSet({ islands, joints: [] }, 'Pieces of the cut')}
            />
            {value.islands !== 'apart' && length('bridge', 'Bridges', 0.2, 50)}
          </div>
          {value.joints.length > 0 && (
            <Button className="self-start" onClick={() => onSet({ joints: [] }, 'Bridges placed anew')}>
              Place bridges anew
            </Button>
          )}
        </section>
      )}
      <section aria-label="Border" className="flex flex-col gap-2">
        <h2 className="heading">{silhouette ? 'Film' : 'Border'}</h2>
        <Choice
          label={silhouette ? 'Bridges' : 'Printed'}
          value={value.ink !== null ? 'ink' : value.spread && !silhouette ? 'spread' : 'bare'}
          of={silhouette ? (['ink', 'bare'] as const) : (['ink', 'spread', 'bare'] as const)}
          words={PRINTED}
          onChoose={(way) =>
            onSet(
              { ink: way === 'ink' ? lightestInk(design, undefined) : null, spread: way === 'spread' },
              'Border of the sticker',
            )
          }
        />
        {(value.ink !== null || value.spread) && (
          <div className="grid grid-cols-2 gap-2">
            {value.ink !== null && (
              <InkSelect
                label="Ink"
                value={value.ink}
                design={design}
                onChange={(ink) => onSet({ ink }, 'Ink of the border')}
              />
            )}
            {length('bleed', 'Bleed', 0, 10)}
          </div>
        )}
        {!silhouette &&
          rims.map((rim, i) => {
            const change = (over: Partial<typeof rim>, label: string) =>
              onSet({ rims: rims.map((r, k) => (k === i ? { ...r, ...over } : r)) }, label);
            return (
              <div key={i} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-end gap-2">
                <InkSelect
                  label={`Rim ${i + 1}`}
                  value={rim.ink}
                  design={design}
                  onChange={(ink) => change({ ink }, 'Ink of a rim')}
                />
                <NumberField
                  label="Width, mm"
                  value={rim.width}
                  check={within(0.2, 50)}
                  onChange={(width) => change({ width }, 'Width of a rim')}
                />
                <IconButton
                  label={`Take rim ${i + 1} away`}
                  onClick={() => onSet({ rims: rims.filter((_, k) => k !== i) }, 'Rim taken away')}
                >
                  <X size={14} aria-hidden />
                </IconButton>
              </div>
            );
          })}
        {!silhouette && value.ink !== null && rims.length < 6 && (
          <Button
            className="self-start"
            onClick={() =>
              onSet(
                { rims: [...rims, { ink: rimInk(design, rims.at(-1)?.ink ?? value.ink), width: 1.5 }] },
                'Rim around the border',
              )
            }
          >
            <Plus size={14} aria-hidden />
            Rim around it
          </Button>
        )}
      </section>
      <section aria-label="Backing" className="flex flex-col gap-2">
        <h2 className="heading">Backing</h2>
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            checked={backing !== null}
            onChange={(e) =>
              onSet(
                { backing: e.target.checked ? { margin: 4, tear: 'none' } : null },
                'Backing of the sticker',
              )
            }
          />
          Cut it through, wider
        </label>
        {backing && (
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label="Margin, mm"
              value={backing.margin}
              check={within(0.5, 50)}
              onChange={(margin) => onSet({ backing: { ...backing, margin } }, 'Margin of the backing')}
            />
            <Choice
              label="Tear strip"
              value={backing.tear}
              of={TEAR_SIDES}
              words={TEARS}
              onChoose={(tear) => onSet({ backing: { ...backing, tear } }, 'Tear strip')}
            />
          </div>
        )}
      </section>
    </div>
  );
}

/** An ink for a rim: one that is not that of the border beside it. */
const rimInk = (design: Design, beside: string | null): string =>
  (design.inks.find((i) => i.id !== beside) ?? design.inks[0]).id;
