import { useState } from 'react';
import type { LetteringPart } from '@brelm/core/parts';
import { ENVELOPE_KINDS, FLAT_NET, type Envelope } from '@brelm/core/type';
import { NumberField, SelectField } from '../../ui';
import { useEdit } from '../../editor/use-edit';
import { Section, Slider } from './section';
import { say } from '../../words/lettering';

const NAMES: Record<Envelope['kind'], string> = {
  swell: say('swell'),
  pinch: say('pinch'),
  taper: say('taper'),
  lean: say('lean'),
  flag: say('flag'),
  'arch-top': say('archTopAlone'),
  'arch-bottom': say('archBottomAlone'),
  'arch-both': say('archBoth'),
  net: say('freeNet'),
};
const HAS_MIDDLE = new Set<Envelope['kind']>([
  'swell',
  'pinch',
  'flag',
  'arch-top',
  'arch-bottom',
  'arch-both',
]);

const ROWS = [say('top'), say('upper'), say('lower'), say('bottom')];
const COLUMNS = [say('left'), say('innerLeft'), say('innerRight'), say('right')];

/** One point of the net at a time, by numbers. */
function NetTable({
  net,
  onChange,
}: {
  net: readonly [number, number][];
  onChange: (net: [number, number][]) => void;
}) {
  const [at, setAt] = useState(0);
  const move = (axis: 0 | 1, value: number) =>
    onChange(
      net.map(([x, y], i): [number, number] =>
        i !== at ? [x, y] : axis === 0 ? [value / 100, y] : [x, value / 100],
      ),
    );
  const within = (v: number) => (Math.abs(v) <= 500 ? null : say('n500To500'));
  return (
    <div className="grid grid-cols-[1fr_70px_70px] gap-1.5">
      <SelectField label={say('point')} value={at} onChange={(e) => setAt(Number(e.target.value))}>
        {net.map((_, i) => (
          <option key={i} value={i}>
            {ROWS[Math.floor(i / 4)]}, {COLUMNS[i % 4]}
          </option>
        ))}
      </SelectField>
      <NumberField
        label={say('right2')}
        digits={1}
        value={net[at][0] * 100}
        check={within}
        onChange={(v) => move(0, v)}
      />
      <NumberField
        label={say('down')}
        digits={1}
        value={net[at][1] * 100}
        check={within}
        onChange={(v) => move(1, v)}
      />
    </div>
  );
}

/** The deformation of the whole block. */
export function EnvelopeSettings({ part }: { part: LetteringPart }) {
  const edit = useEdit();
  const { envelope } = part;
  const set = (change: Partial<Envelope>, gesture?: string) =>
    edit.part(part.id, say('changeTheEnvelope'), { envelope: { ...envelope!, ...change } }, gesture);
  return (
    <Section title={say('envelope')} state={envelope ? NAMES[envelope.kind] : 'none'} set={envelope !== null}>
      <SelectField
        label={say('shape')}
        value={envelope?.kind ?? ''}
        onChange={(e) => {
          const kind = e.target.value as Envelope['kind'] | '';
          edit.part(part.id, say('changeTheEnvelope'), {
            envelope: kind
              ? {
                  kind,
                  strength: envelope && envelope.kind !== 'net' ? envelope.strength : 0.4,
                  middle: envelope?.middle ?? 0.5,
                  ...(kind === 'net' ? { net: FLAT_NET.map(([x, y]): [number, number] => [x, y]) } : {}),
                }
              : null,
          });
        }}
      >
        <option value="">{say('none')}</option>
        {ENVELOPE_KINDS.map((kind) => (
          <option key={kind} value={kind}>
            {NAMES[kind]}
          </option>
        ))}
      </SelectField>
      {envelope && envelope.kind !== 'net' && (
        <Slider
          label={say('strength')}
          unit=" %"
          min={-100}
          max={100}
          value={Math.round(envelope.strength * 100)}
          onChange={(v) => set({ strength: v / 100 }, `envelope strength ${part.id}`)}
        />
      )}
      {envelope && HAS_MIDDLE.has(envelope.kind) && (
        <Slider
          label={say('middle')}
          unit=" %"
          min={0}
          max={100}
          value={Math.round(envelope.middle * 100)}
          onChange={(v) => set({ middle: v / 100 }, `envelope middle ${part.id}`)}
        />
      )}
      {envelope?.kind === 'net' && (
        <NetTable net={envelope.net ?? [...FLAT_NET]} onChange={(net) => set({ net }, `net ${part.id}`)} />
      )}
      {envelope?.kind === 'net' && (
        <p className="text-[12.5px] text-muted">{say('dragTheNetsSixteenPoints')}</p>
      )}
    </Section>
  );
}
