import { Dices, Plus, X } from 'lucide-react';
import type { Design } from '@brelm/core/design';
import {
  MOST_BANDS,
  type Gradient,
  type ShapePart,
  type ShapeStroke,
  type StrokeSide,
} from '@brelm/core/parts';
import { FORMS, formOf, startValues, type Setting } from '@brelm/core/geometry';
import { IconButton, LengthField, NumberField, SelectField } from '../ui';
import { InkSelect } from '../editor/ink-select';
import { newGesture, useEdit } from '../editor/use-edit';
import { say } from '../words/inspector';

const SIDES: Record<StrokeSide, string> = {
  inside: say('inside2'),
  centre: say('onTheEdge'),
  outside: say('outside2'),
};
const within =
  (s: Setting, scale = 1) =>
  (v: number) =>
    v >= s.min * scale && v <= s.max * scale ? null : say('to', { min: s.min * scale, max: s.max * scale });

/** The settings of a shape: its form, its measures, fill and line. */
export function ShapeSettings({ part, design }: { part: ShapePart; design: Design }) {
  const edit = useEdit();
  const form = formOf(part.form)!;
  const { dpi } = design.board;
  const scale = Math.abs(part.place.scaleX);
  const change = (label: string, next: Partial<ShapePart>, gesture?: string) =>
    edit.part(part.id, label, next, gesture);
  const set = (name: string, value: number) =>
    change(say('changeTheShape'), { values: { ...part.values, [name]: value } }, `shape ${part.id} ${name}`);
  const first = design.inks[0]?.id ?? 'ink-1';
  const become = (id: string) => {
    const next = formOf(id)!;
    const size = Math.max(
      ...form.settings.filter((s) => s.kind === 'length').map((s) => part.values[s.name]),
    );
    const began = startValues(next, size * (form.settings.some((s) => s.name === 'radius') ? 2 : 1));
    // What both forms have keeps its value.
    const kept = next.settings.filter((s) =>
      form.settings.some((o) => o.name === s.name && o.kind === s.kind),
    );
    const values = {
      ...began,
      ...Object.fromEntries(kept.map((s) => [s.name, Math.min(s.max, Math.max(s.min, part.values[s.name]))])),
    };
    change(say('changeTheForm'), {
      form: id,
      values,
      ...(next.open && !part.stroke ? { stroke: newStroke(part.fill ?? first, design) } : {}),
      ...(!next.open && !part.fill && !part.stroke ? { fill: first } : {}),
    });
  };
  return (
    <div className="flex flex-col gap-2">
      <SelectField label={say('form')} value={part.form} onChange={(e) => become(e.target.value)}>
        {FORMS.map((f) => (
          <option key={f.id} value={f.id}>
            {f.label}
          </option>
        ))}
      </SelectField>
      <div className="grid grid-cols-3 items-end gap-1.5">
        {form.settings.map((s) => {
          const value = part.values[s.name];
          if (s.kind === 'length')
            return (
              <LengthField
                key={s.name}
                label={s.label}
                dpi={dpi}
                value={value * scale}
                check={(v) => within(s)(v / scale)}
                onChange={(v) => set(s.name, v / scale)}
              />
            );
          if (s.kind === 'seed')
            return (
              <button
                key={s.name}
                type="button"
                className="flex h-7 items-center justify-center gap-1 rounded-md border border-edge bg-card text-[13px] hover:border-ink"
                onClick={() =>
                  change(
                    say('another'),
                    { values: { ...part.values, [s.name]: (value % s.max) + 1 } },
                    newGesture('another'),
                  )
                }
              >
                <Dices size={14} aria-hidden /> {say('another2')}
              </button>
            );
          const percent = s.kind === 'share';
          return (
            <NumberField
              key={s.name}
              label={percent ? `${s.label} %` : s.kind === 'angle' ? `${s.label} °` : s.label}
              digits={s.kind === 'count' ? 0 : 1}
              value={percent ? value * 100 : value}
              check={(v) =>
                s.kind === 'count' && !Number.isInteger(v)
                  ? say('aWholeNumber')
                  : within(s, percent ? 100 : 1)(v)
              }
              onChange={(v) => set(s.name, percent ? v / 100 : v)}
            />
          );
        })}
      </div>
      {!form.open && <Fill part={part} design={design} first={first} onChange={change} />}
      {form.banded && part.fill !== null && <Bands part={part} design={design} onChange={change} />}
      <Line part={part} design={design} first={first} open={form.open === true} onChange={change} />
    </div>
  );
}

const newStroke = (ink: string, design: Design): ShapeStroke => ({
  ink,
  width: Math.max(4, Math.round(design.board.dpi / 20)),
  side: 'centre',
  join: 'round',
  dash: null,
});

/** The inks that the bands of a shape take in turn, beside its fill. */
function Bands({ part, design, onChange }: { part: ShapePart; design: Design; onChange: Change }) {
  const { bands } = part;
  const set = (next: string[], label = say('inksOfTheBands')) => onChange(label, { bands: next });
  const used = [part.fill!, ...bands];
  const next = design.inks.find((i) => !used.includes(i.id)) ?? design.inks.at(-1);
  return (
    <div className="flex flex-col gap-1.5">
      {bands.map((ink, i) => (
        <div key={i} className="flex items-end gap-1">
          <div className="min-w-0 flex-1">
            <InkSelect
              label={say('band', { i: i + 2 })}
              value={ink}
              design={design}
              onChange={(to) => set(bands.map((b, n) => (n === i ? to : b)))}
            />
          </div>
          <IconButton
            label={say('takeTheInkOfBand', { i: i + 2 })}
            onClick={() => set(bands.filter((_, n) => n !== i))}
          >
            <X size={15} />
          </IconButton>
        </div>
      ))}
      <div className="flex gap-4">
        <button
          type="button"
          className="text-[13px] text-spruce enabled:hover:underline disabled:text-muted"
          disabled={bands.length >= MOST_BANDS || !next}
          onClick={() => next && set([...bands, next.id], say('addAnInkOfBands'))}
        >
          {say('anotherInkForBands')}
        </button>
        {design.inks.length > 1 && (
          <button
            type="button"
            className="text-[13px] text-spruce hover:underline"
            title={say('eachBandTheNextInk')}
            onClick={() =>
              set(
                design.inks
                  .map((i) => i.id)
                  .filter((id) => id !== part.fill)
                  .slice(0, MOST_BANDS),
              )
            }
          >
            {say('allInksInOrder')}
          </button>
        )}
      </div>
    </div>
  );
}

type Change = (label: string, next: Partial<ShapePart>, gesture?: string) => void;

function Fill({
  part,
  design,
  first,
  onChange,
}: {
  part: ShapePart;
  design: Design;
  first: string;
  onChange: Change;
}) {
  const { gradient } = part;
  const runs = (kind: string) => {
    const to = design.inks.find((i) => i.id !== part.fill)?.id ?? first;
    onChange(say('changeTheFill'), {
      gradient: kind === 'even' ? null : { to, angle: 180, ...gradient, kind: kind as Gradient['kind'] },
    });
  };
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 gap-1.5">
        <SelectField
          label={say('fill')}
          value={part.fill ?? ''}
          onChange={(e) =>
            onChange(say('changeTheFill'), {
              fill: e.target.value || null,
              ...(e.target.value || part.stroke ? {} : { stroke: newStroke(part.fill ?? first, design) }),
            })
          }
        >
          <option value="">{say('none')}</option>
          {design.inks.map((i) => (
            <option key={i.id} value={i.id}>
              {i.name}
            </option>
          ))}
        </SelectField>
        {part.fill && (
          <SelectField
            label={say('gradient')}
            value={gradient?.kind ?? 'even'}
            onChange={(e) => runs(e.target.value)}
          >
            <option value="even">{say('none')}</option>
            <option value="linear">{say('alongALine')}</option>
            <option value="radial">{say('fromTheMiddle')}</option>
          </SelectField>
        )}
      </div>
      {part.fill && gradient && (
        <div className="grid grid-cols-2 gap-1.5">
          <InkSelect
            label={say('to2')}
            value={gradient.to}
            design={design}
            onChange={(to) => onChange(say('changeTheFill'), { gradient: { ...gradient, to } })}
          />
          {gradient.kind === 'linear' && (
            <NumberField
              label={say('towards')}
              digits={0}
              value={gradient.angle}
              check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
              onChange={(angle) =>
                onChange(say('turnTheGradient'), { gradient: { ...gradient, angle } }, `gradient ${part.id}`)
              }
            />
          )}
        </div>
      )}
    </div>
  );
}

function Line({
  part,
  design,
  first,
  open,
  onChange,
}: {
  part: ShapePart;
  design: Design;
  first: string;
  open: boolean;
  onChange: Change;
}) {
  const { stroke } = part;
  const set = (next: Partial<ShapeStroke>, gesture?: string) =>
    onChange(say('changeTheLine'), { stroke: { ...stroke!, ...next } }, gesture);
  if (!stroke)
    return (
      <button
        type="button"
        className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
        onClick={() => {
          const ink = design.inks.find((i) => i.id !== part.fill)?.id ?? first;
          onChange(say('addALine'), { stroke: newStroke(ink, design) });
        }}
      >
        <Plus size={14} aria-hidden /> {say('lineAlongTheEdge')}
      </button>
    );
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
        <LengthField
          label={say('line')}
          dpi={design.board.dpi}
          value={stroke.width}
          check={(v) => (v >= 0.1 && v <= 5000 ? null : say('upTo5000Px'))}
          onChange={(width) => set({ width }, `line ${part.id}`)}
        />
        <InkSelect label={say('ink')} value={stroke.ink} design={design} onChange={(ink) => set({ ink })} />
        <IconButton
          label={say('removeTheLine')}
          disabled={open || part.fill === null}
          onClick={() => onChange(say('removeTheLine'), { stroke: null })}
        >
          <X size={15} />
        </IconButton>
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        {!open && (
          <SelectField
            label={say('sideOfTheEdge')}
            value={stroke.side}
            onChange={(e) => set({ side: e.target.value as StrokeSide })}
          >
            {Object.entries(SIDES).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </SelectField>
        )}
        <SelectField
          label={say('dashes')}
          value={stroke.dash ? (stroke.dash[0] === 0 ? 'dots' : 'dashes') : 'none'}
          onChange={(e) =>
            set({ dash: e.target.value === 'none' ? null : e.target.value === 'dots' ? [0, 2] : [3, 2] })
          }
        >
          <option value="none">{say('unbroken')}</option>
          <option value="dashes">{say('dashes')}</option>
          <option value="dots">{say('dots')}</option>
        </SelectField>
      </div>
    </div>
  );
}
