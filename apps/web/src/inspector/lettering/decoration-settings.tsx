import { Plus, X } from 'lucide-react';
import type { Design } from '@brelm/core/design';
import type { Decoration, LetteringGradient, LetteringPart } from '@brelm/core/parts';
import { IconButton, LengthField, NumberField, SelectField } from '../../ui';
import { InkSelect } from '../../editor/ink-select';
import { otherInk } from '../keyline-settings';
import { useEdit } from '../../editor/use-edit';
import { Section } from './section';
import { say } from '../../words/lettering';

const NAMES: Record<Decoration['kind'], string> = {
  band: say('lineAcross'),
  cuts: say('levelCuts'),
  split: say('twoTones'),
  fade: say('halftoneFade'),
  inner: say('innerLine'),
};
const GARMENT = '';

/** What runs through the letters, and a gradient over them. */
export function DecorationSettings({ part, design }: { part: LetteringPart; design: Design }) {
  const edit = useEdit();
  const { dpi } = design.board;
  const { decorations, gradient } = part;
  const size = part.lines[0]?.size ?? 100;
  const put = (next: Decoration[], label: string, gesture?: string) =>
    edit.part(part.id, label, { decorations: next }, gesture);
  const set = (at: number, change: Partial<Decoration>) =>
    put(
      decorations.map((d, i) => (i === at ? ({ ...d, ...change } as Decoration) : d)),
      say('changeTheDecoration'),
      `decoration ${part.id} ${at}`,
    );
  const add = (kind: Decoration['kind']) => {
    const { ink, edits } = otherInk(design, part, say('inline'));
    const width = Math.max(2, Math.round(size / 28));
    const made: Record<Decoration['kind'], Decoration> = {
      band: { kind: 'band', ink: null, at: 0.5, width },
      cuts: { kind: 'cuts', ink: null, count: 4, width, from: 0.12, to: 0.5 },
      split: { kind: 'split', ink, at: 0.5 },
      fade: { kind: 'fade', ink: null, pitch: Math.max(4, Math.round(size / 14)), from: 0.75, to: 0 },
      inner: { kind: 'inner', ink, width, distance: width },
    };
    edit.make(say('addADecoration'), [
      ...(made[kind].ink === ink ? edits : []),
      { op: 'updatePart', part: part.id, change: { decorations: [...decorations, made[kind]] } },
    ]);
  };
  const percent = (label: string, value: number, onChange: (v: number) => void) => (
    <NumberField
      label={label}
      digits={0}
      value={value * 100}
      check={(v) => (v >= -100 && v <= 300 ? null : say('n100To300'))}
      onChange={(v) => onChange(v / 100)}
    />
  );
  const width = (label: string, value: number, onChange: (v: number) => void, least = 0.1) => (
    <LengthField
      label={label}
      dpi={dpi}
      value={value}
      check={(v) => (v >= least && v <= 5000 ? null : say('to5000Px', { least }))}
      onChange={onChange}
    />
  );
  const states = [...decorations.map((d) => NAMES[d.kind]), ...(gradient ? ['gradient'] : [])];
  const gradientChange = (change: Partial<LetteringGradient>, gesture?: string) =>
    edit.part(part.id, say('changeTheGradient'), { gradient: { ...gradient!, ...change } }, gesture);
  return (
    <Section title={say('insideTheLetters')} state={states.join(', ') || 'plain'} set={states.length > 0}>
      {decorations.map((d, i) => (
        <fieldset key={i} className="rounded-md border border-line p-1.5">
          <legend className="sr-only">{say('decoration', { i: i + 1, names: NAMES[d.kind] })}</legend>
          <div className="flex items-end gap-1.5">
            <div className="min-w-0 flex-1">
              {d.kind === 'inner' ? (
                <InkSelect
                  label={NAMES[d.kind]}
                  value={d.ink}
                  design={design}
                  onChange={(ink) => set(i, { ink })}
                />
              ) : (
                <SelectField
                  label={say('in', { names: NAMES[d.kind] })}
                  value={d.ink ?? GARMENT}
                  onChange={(e) => set(i, { ink: e.target.value || null })}
                >
                  <option value={GARMENT}>{say('theGarment')}</option>
                  {design.inks.map((ink) => (
                    <option key={ink.id} value={ink.id}>
                      {ink.name}
                    </option>
                  ))}
                </SelectField>
              )}
            </div>
            <IconButton
              label={say('remove', { names: NAMES[d.kind] })}
              onClick={() =>
                put(
                  decorations.filter((_, k) => k !== i),
                  say('removeADecoration'),
                )
              }
            >
              <X size={15} />
            </IconButton>
          </div>
          <div className="mt-1 grid grid-cols-3 gap-1.5">
            {(d.kind === 'band' || d.kind === 'split') &&
              percent(say('height3'), d.at, (at) => set(i, { at }))}
            {d.kind === 'cuts' && (
              <NumberField
                label={say('howMany')}
                digits={0}
                value={d.count}
                check={(v) => (Number.isInteger(v) && v >= 1 && v <= 60 ? null : say('n1To60'))}
                onChange={(count) => set(i, { count })}
              />
            )}
            {(d.kind === 'cuts' || d.kind === 'fade') && (
              <>
                {percent(d.kind === 'fade' ? say('fullAt') : say('from'), d.from, (from) => set(i, { from }))}
                {percent(d.kind === 'fade' ? say('goneAt') : say('to'), d.to, (to) => set(i, { to }))}
              </>
            )}
            {'width' in d && width(say('width'), d.width, (w) => set(i, { width: w }))}
            {d.kind === 'inner' && width(say('fromTheEdge'), d.distance, (w) => set(i, { distance: w }), 0)}
            {d.kind === 'fade' && width(say('dotsEvery'), d.pitch, (pitch) => set(i, { pitch }), 2)}
          </div>
        </fieldset>
      ))}
      <div className="flex flex-wrap gap-x-2">
        {(Object.keys(NAMES) as Decoration['kind'][]).map((kind) => (
          <button
            key={kind}
            type="button"
            className="inline-flex items-center gap-0.5 py-0.5 text-[13px] text-spruce hover:underline"
            onClick={() => add(kind)}
          >
            <Plus size={13} aria-hidden /> {NAMES[kind]}
          </button>
        ))}
        {!gradient && (
          <button
            type="button"
            className="inline-flex items-center gap-0.5 py-0.5 text-[13px] text-spruce hover:underline"
            onClick={() => {
              const { ink, edits } = otherInk(design, part, say('gradient'));
              edit.make(say('addAGradient'), [
                ...edits,
                {
                  op: 'updatePart',
                  part: part.id,
                  change: { gradient: { kind: 'linear', to: ink, angle: 180, over: 'block' } },
                },
              ]);
            }}
          >
            <Plus size={13} aria-hidden /> {say('gradient2')}
          </button>
        )}
      </div>
      {gradient && (
        <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
          <InkSelect
            label={say('gradientTo')}
            value={gradient.to}
            design={design}
            onChange={(to) => gradientChange({ to })}
          />
          <SelectField
            label={say('over')}
            value={gradient.over}
            onChange={(e) => gradientChange({ over: e.target.value as LetteringGradient['over'] })}
          >
            <option value="letter">{say('eachLetter')}</option>
            <option value="line">{say('eachLine')}</option>
            <option value="block">{say('theBlock')}</option>
          </SelectField>
          <IconButton
            label={say('removeTheGradient')}
            onClick={() => edit.part(part.id, say('removeTheGradient'), { gradient: null })}
          >
            <X size={15} />
          </IconButton>
          <SelectField
            label={say('kind')}
            value={gradient.kind}
            onChange={(e) => gradientChange({ kind: e.target.value as LetteringGradient['kind'] })}
          >
            <option value="linear">{say('alongALine')}</option>
            <option value="radial">{say('fromTheMiddle')}</option>
          </SelectField>
          <NumberField
            label={say('angle')}
            digits={0}
            value={gradient.angle}
            disabled={gradient.kind === 'radial'}
            check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
            onChange={(angle) => gradientChange({ angle }, `gradient ${part.id}`)}
          />
        </div>
      )}
    </Section>
  );
}
