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
import { say } from '../../words/cut';

const SHAPES: Record<(typeof CUT_SHAPES)[number], string> = {
  follow: say('followsTheArtwork'),
  silhouette: say('silhouetteCutFromFilm'),
  circle: say('circleAroundIt'),
  oval: say('ovalAroundIt'),
  rectangle: say('rectangleAroundIt'),
  form: say('aFormAroundIt'),
  own: say('anOutlineOfMine'),
};
const FORMS = Object.fromEntries(
  CUT_FORMS.map((id) => [id, formOf(id)!.label.replace(/^Badge, (.)/, (_, c: string) => c.toUpperCase())]),
) as Record<(typeof CUT_FORMS)[number], string>;
const CORNERS: Record<(typeof CUT_CORNERS)[number], string> = {
  round: say('round'),
  sharp: say('asSharpAsItIs'),
};
const HOLES: Record<(typeof CUT_HOLES)[number], string> = {
  all: say('fillAll'),
  small: say('fillSmallOnes'),
  chosen: say('cutOutChosenOnes'),
  none: say('cutAllOut'),
};
const ISLANDS: Record<(typeof CUT_ISLANDS)[number], string> = {
  bridge: say('joinByBridges'),
  stencil: say('holdAsAStencil'),
  apart: say('leaveApart'),
};
const PRINTED = {
  ink: say('inAnInk'),
  spread: say('inTheColoursBesideIt'),
  bare: say('notPrinted'),
};
const TEARS: Record<(typeof TEAR_SIDES)[number], string> = {
  none: say('none'),
  top: say('atTheTop'),
  right: say('onTheRight'),
  bottom: say('atTheBottom'),
  left: say('onTheLeft'),
};
const within =
  (least: number, most: number) =>
  (v: number): string | null =>
    v >= least && v <= most ? null : say('toMm', { least, most });

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
      label={say('mm', { label })}
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
      <section aria-label={say('outline')} className="flex flex-col gap-2">
        <h2 className="heading">{say('outline')}</h2>
        <Choice
          label={say('shape')}
          value={shape}
          of={CUT_SHAPES}
          words={SHAPES}
          onChoose={(next) => onSet(shaped(next), say('shapeOfTheCut'))}
        />
        {shape === 'form' && (
          <Choice
            label={say('form')}
            value={value.form}
            of={CUT_FORMS}
            words={FORMS}
            onChoose={(form) => onSet({ form }, say('formOfTheCut'))}
          />
        )}
        {shape === 'own' && (
          <>
            <SelectField
              label={say('part')}
              value={value.part ?? ''}
              onChange={(e) => onSet({ part: e.target.value || null }, say('outlineOfTheCut'))}
            >
              <option value="">{say('noneYet')}</option>
              {outlines.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
              {value.part !== null && !outlines.some((p) => p.id === value.part) && (
                <option value={value.part}>{say('oneThatIsGone')}</option>
              )}
            </SelectField>
            {outline ? (
              <label className="flex items-center gap-2 text-[13px]">
                <input
                  type="checkbox"
                  checked={outline.unprinted}
                  onChange={(e) => onUnprinted(outline.id, e.target.checked)}
                />
                {say('onlyCutsNotPrintedItself')}
              </label>
            ) : (
              outlines.length === 0 && <p className="text-[12px] text-muted">{say('drawOneOnTheBoard')}</p>
            )}
          </>
        )}
        <div className="grid grid-cols-2 gap-2">
          {!silhouette && shape !== 'own' && length('distance', say('border'), 0, 50)}
          {shape !== 'circle' && shape !== 'oval' && length('radius', say('leastRadius'), 0, 20)}
        </div>
        {shape === 'follow' && (
          <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-2">
            <Choice
              label={say('outerCorners')}
              value={value.corners}
              of={CUT_CORNERS}
              words={CORNERS}
              onChoose={(corners) => onSet({ corners }, say('cornersOfTheCut'))}
            />
            {value.corners === 'sharp' && (
              <NumberField
                label={say('upToBorder')}
                value={value.mitre}
                check={(v) => (v >= 1 && v <= 10 ? null : say('n1To10'))}
                onChange={(mitre) => onSet({ mitre }, say('reachOfCorners'))}
              />
            )}
          </div>
        )}
      </section>
      {follows && (
        <section aria-label={say('gapsHolesAndPieces')} className="flex flex-col gap-2">
          <h2 className="heading">{silhouette ? say('holesPieces') : say('gapsHolesPieces')}</h2>
          <div className="grid grid-cols-2 gap-2">
            {!silhouette && length('close', say('closeGaps'), 0, 50)}
            <Choice
              label={say('holes')}
              value={value.holes}
              of={CUT_HOLES}
              words={HOLES}
              onChoose={(holes) => onSet({ holes }, say('holesOfTheCut'))}
            />
            {value.holes === 'small' && length('holeSize', say('smallerThan'), 0, 50)}
          </div>
          {value.holes === 'chosen' && <p className="text-[12px] text-muted">{say('clickAHoleOnThe')}</p>}
          <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-2">
            <Choice
              label={say('severalPieces')}
              value={value.islands}
              of={CUT_ISLANDS}
              words={ISLANDS}
              onChoose={(islands) => onSet({ islands, joints: [] }, say('piecesOfTheCut'))}
            />
            {value.islands !== 'apart' && length('bridge', say('bridges'), 0.2, 50)}
          </div>
          {value.joints.length > 0 && (
            <Button className="self-start" onClick={() => onSet({ joints: [] }, say('bridgesPlacedAnew'))}>
              {say('placeBridgesAnew')}
            </Button>
          )}
        </section>
      )}
      <section aria-label={say('border')} className="flex flex-col gap-2">
        <h2 className="heading">{silhouette ? say('film') : say('border')}</h2>
        <Choice
          label={silhouette ? say('bridges') : say('printed')}
          value={value.ink !== null ? 'ink' : value.spread && !silhouette ? 'spread' : 'bare'}
          of={silhouette ? (['ink', 'bare'] as const) : (['ink', 'spread', 'bare'] as const)}
          words={PRINTED}
          onChoose={(way) =>
            onSet(
              { ink: way === 'ink' ? lightestInk(design, undefined) : null, spread: way === 'spread' },
              say('borderOfTheSticker'),
            )
          }
        />
        {(value.ink !== null || value.spread) && (
          <div className="grid grid-cols-2 gap-2">
            {value.ink !== null && (
              <InkSelect
                label={say('ink')}
                value={value.ink}
                design={design}
                onChange={(ink) => onSet({ ink }, say('inkOfTheBorder'))}
              />
            )}
            {length('bleed', say('bleed'), 0, 10)}
          </div>
        )}
        {!silhouette &&
          rims.map((rim, i) => {
            const change = (over: Partial<typeof rim>, label: string) =>
              onSet({ rims: rims.map((r, k) => (k === i ? { ...r, ...over } : r)) }, label);
            return (
              <div key={i} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-end gap-2">
                <InkSelect
                  label={say('rim', { i: i + 1 })}
                  value={rim.ink}
                  design={design}
                  onChange={(ink) => change({ ink }, say('inkOfARim'))}
                />
                <NumberField
                  label={say('widthMm')}
                  value={rim.width}
                  check={within(0.2, 50)}
                  onChange={(width) => change({ width }, say('widthOfARim'))}
                />
                <IconButton
                  label={say('takeRimAway', { i: i + 1 })}
                  onClick={() => onSet({ rims: rims.filter((_, k) => k !== i) }, say('rimTakenAway'))}
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
                say('rimAroundTheBorder'),
              )
            }
          >
            <Plus size={14} aria-hidden />
            {say('rimAroundIt')}
          </Button>
        )}
      </section>
      <section aria-label={say('backing')} className="flex flex-col gap-2">
        <h2 className="heading">{say('backing')}</h2>
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            checked={backing !== null}
            onChange={(e) =>
              onSet(
                { backing: e.target.checked ? { margin: 4, tear: 'none' } : null },
                say('backingOfTheSticker'),
              )
            }
          />
          {say('cutItThroughWider')}
        </label>
        {backing && (
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label={say('marginMm')}
              value={backing.margin}
              check={within(0.5, 50)}
              onChange={(margin) => onSet({ backing: { ...backing, margin } }, say('marginOfTheBacking'))}
            />
            <Choice
              label={say('tearStrip')}
              value={backing.tear}
              of={TEAR_SIDES}
              words={TEARS}
              onChoose={(tear) => onSet({ backing: { ...backing, tear } }, say('tearStrip'))}
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
