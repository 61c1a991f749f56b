import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { metalEdits, METALS, usualDepth, type Design, type Edit, type Metal } from '@brelm/core/design';
import { MOST_RELIEF, ownInks, type Part, type Relief } from '@brelm/core/parts';
import { partLocalBox } from '@brelm/core/resolve';
import { InkSelect } from '../editor/ink-select';
import { useEdit } from '../editor/use-edit';
import { materials } from '../platform/materials';
import { Amount, IconButton, LengthField, NumberField } from '../ui';
import { LightField } from './light-field';
import { say } from '../words/inspector';

const NAMES: Record<Relief['kind'], string> = {
  metal: say('metal'),
  raised: say('raisedEdge'),
  sunk: say('sunkIn'),
};
const MOST_STOPS = 8;

type Of<K extends Relief['kind']> = Extract<Relief, { kind: K }>;
type Set<K extends Relief['kind']> = (change: Partial<Of<K>>, gesture?: string) => void;

/** The lightest and the darkest ink of a design, for light and shade. */
function extremes(design: Design, part: Part): [light: string, dark: string] {
  const weight = (value: string) => parseInt(value.slice(1, 3), 16) + 2 * parseInt(value.slice(3, 5), 16);
  const own = ownInks(part)[0];
  const inks = [...design.inks].sort((a, b) => weight(b.value) - weight(a.value));
  const other = (list: typeof inks) => (list.find((i) => i.id !== own) ?? list[0]).id;
  return [other(inks), other([...inks].reverse())];
}

/** What gives a part's ink a height: metals, a raised edge, a shade that falls into it. */
export function ReliefSettings({ part, design }: { part: Part; design: Design }) {
  const edit = useEdit();
  const { relief } = part;
  const change = (label: string, next: Relief[], gesture?: string, edits: Edit[] = []) =>
    edit.make(label, [...edits, { op: 'updatePart', part: part.id, change: { relief: next } }], { gesture });
  const depth = () => usualDepth(part, partLocalBox(part, design, materials));
  const add = (kind: 'raised' | 'sunk') => {
    const [light, dark] = extremes(design, part);
    const by = Math.max(1, Math.round(depth() * 0.5));
    const made: Relief =
      kind === 'raised'
        ? { kind, lit: light, dark, depth: by, round: 0.5, strength: 0.7, from: null }
        : { kind, ink: dark, dx: by, dy: by, soft: Math.round(by * 0.6), opacity: 0.6 };
    change(say('addARelief', { names: NAMES[kind].toLowerCase() }), [...relief, made]);
  };
  const move = (at: number, by: number) => {
    const next = [...relief];
    [next[at], next[at + by]] = [next[at + by], next[at]];
    change(say('orderOfReliefs'), next);
  };
  return (
    <div className="flex flex-col gap-2">
      {part.hollow && relief.length > 0 && (
        <p className="text-[12px] text-muted">{say('thePartIsHollowIts')}</p>
      )}
      {relief.map((one, i) => {
        const set = (next: Partial<Relief>, gesture?: string) =>
          change(
            say('changeTheRelief'),
            relief.map((r, n) => (n === i ? ({ ...r, ...next } as Relief) : r)),
            gesture && `relief ${gesture} ${part.id} ${i}`,
          );
        const name = relief.length > 1 ? `${NAMES[one.kind]} (${i + 1})` : NAMES[one.kind];
        return (
          <fieldset key={i} className="flex flex-col gap-1.5 border-l-2 border-line pl-2">
            <legend className="sr-only">{name}</legend>
            <div className="flex items-center gap-1">
              <span className="flex-1 text-[13px] font-medium">{NAMES[one.kind]}</span>
              {relief.length > 1 && (
                <>
                  <IconButton
                    label={say('furtherDown', { name })}
                    disabled={i === 0}
                    onClick={() => move(i, -1)}
                  >
                    <ChevronDown size={15} />
                  </IconButton>
                  <IconButton
                    label={say('furtherUp', { name })}
                    disabled={i === relief.length - 1}
                    onClick={() => move(i, 1)}
                  >
                    <ChevronUp size={15} />
                  </IconButton>
                </>
              )}
              <IconButton
                label={say('remove', { name })}
                onClick={() =>
                  change(
                    say('removeARelief'),
                    relief.filter((_, n) => n !== i),
                  )
                }
              >
                <X size={15} />
              </IconButton>
            </div>
            {one.kind === 'metal' ? (
              <MetalFields one={one} design={design} set={set as Set<'metal'>} />
            ) : one.kind === 'raised' ? (
              <RaisedFields one={one} design={design} set={set as Set<'raised'>} />
            ) : (
              <SunkFields one={one} design={design} set={set as Set<'sunk'>} />
            )}
          </fieldset>
        );
      })}
      {relief.length < MOST_RELIEF && (
        <Menu>
          <MenuButton className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline">
            <Plus size={14} aria-hidden /> {say('relief')}
          </MenuButton>
          <MenuItems
            anchor={{ to: 'bottom start', gap: 4 }}
            className="z-40 w-60 rounded-md border border-edge bg-card p-1 text-[13px]"
          >
            {METALS.map((metal) => (
              <Choice
                key={metal.id}
                onChoose={() => edit.make(metal.name, metalEdits(design, part, metal, depth()))}
              >
                <MetalSwatch metal={metal} />
                {metal.name}
              </Choice>
            ))}
            <div className="my-1 border-t border-line" role="presentation" />
            <Choice onChoose={() => add('raised')}>{say('raisedEdgeLitFromOne')}</Choice>
            <Choice onChoose={() => add('sunk')}>{say('sunkInUnderAShade')}</Choice>
          </MenuItems>
        </Menu>
      )}
    </div>
  );
}

const Choice = ({ onChoose, children }: { onChoose: () => void; children: ReactNode }) => (
  <MenuItem>
    <button
      type="button"
      className="flex w-full items-center gap-2 rounded-md px-2 py-1.5 text-left data-focus:bg-line"
      onClick={onChoose}
    >
      {children}
    </button>
  </MenuItem>
);

/** The run of a metal's colours, in from the edge. */
const MetalSwatch = ({ metal }: { metal: Metal }) => (
  <span
    aria-hidden
    className="h-4 w-10 rounded-sm border border-edge"
    style={{
      background: `linear-gradient(90deg, ${metal.run
        .map(([at, tone]) => `${metal.inks[tone]} ${at * 100}%`)
        .join(', ')})`,
    }}
  />
);

const depthRight = (v: number) => (v >= 0.5 && v <= 2000 ? null : say('n05To2000Px'));
const shareRight = (v: number) => (v >= 0 && v <= 100 ? null : say('n0To100'));

function MetalFields({ one, design, set }: { one: Of<'metal'>; design: Design; set: Set<'metal'> }) {
  const { stops } = one;
  const stop = (at: number, next: Partial<(typeof stops)[number]>, gesture?: string) =>
    set({ stops: stops.map((s, n) => (n === at ? { ...s, ...next } : s)) }, gesture);
  const between = (i: number) => {
    const [least, most] = [(stops[i - 1]?.at ?? 0) * 100, (stops[i + 1]?.at ?? 1) * 100];
    return (v: number) =>
      v >= least - 1e-9 && v <= most + 1e-9
        ? null
        : say('to3', { least: Math.round(least), most: Math.round(most) });
  };
  const add = () => {
    const last = stops[stops.length - 1];
    const before = stops[stops.length - 2];
    const added = { at: (before.at + last.at) / 2, ink: last.ink };
    set({ stops: [...stops.slice(0, -1), added, last] });
  };
  return (
    <>
      <LengthField
        label={say('depthInFromTheEdge')}
        dpi={design.board.dpi}
        value={one.depth}
        check={depthRight}
        onChange={(depth) => set({ depth }, 'depth')}
      />
      {stops.map((s, i) => (
        <div key={i} className="grid grid-cols-[64px_1fr_auto] items-end gap-1">
          <NumberField
            label={say('from', { i: i + 1 })}
            digits={0}
            value={s.at * 100}
            check={between(i)}
            onChange={(v) => stop(i, { at: v / 100 }, `stop ${i}`)}
          />
          <InkSelect
            label={say('colour2', { i: i + 1 })}
            value={s.ink}
            design={design}
            onChange={(ink) => stop(i, { ink })}
          />
          <IconButton
            label={say('removeColour', { i: i + 1 })}
            disabled={stops.length <= 2}
            onClick={() => set({ stops: stops.filter((_, n) => n !== i) })}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
      {stops.length < MOST_STOPS && (
        <button
          type="button"
          className="inline-flex items-center gap-1 self-start py-0.5 text-[13px] text-spruce hover:underline"
          onClick={add}
        >
          <Plus size={14} aria-hidden /> {say('colour3')}
        </button>
      )}
    </>
  );
}

function RaisedFields({ one, design, set }: { one: Of<'raised'>; design: Design; set: Set<'raised'> }) {
  return (
    <>
      <div className="grid grid-cols-2 gap-1.5">
        <InkSelect label={say('litSide')} value={one.lit} design={design} onChange={(lit) => set({ lit })} />
        <InkSelect
          label={say('darkSide')}
          value={one.dark}
          design={design}
          onChange={(dark) => set({ dark })}
        />
        <LengthField
          label={say('depth')}
          dpi={design.board.dpi}
          value={one.depth}
          check={depthRight}
          onChange={(depth) => set({ depth }, 'depth')}
        />
        <NumberField
          label={say('roundness')}
          digits={0}
          value={one.round * 100}
          check={shareRight}
          onChange={(v) => set({ round: v / 100 }, 'round')}
        />
      </div>
      <Amount
        label={say('strength')}
        digits={0}
        value={one.strength * 100}
        min={0}
        max={100}
        step={1}
        onChange={(v) => set({ strength: v / 100 }, 'strength')}
      />
      <LightField from={one.from} design={design} onSet={(from, gesture) => set({ from }, gesture)} />
    </>
  );
}

const farRight = (v: number) => (Math.abs(v) <= 2000 ? null : say('upTo2000Px'));

function SunkFields({ one, design, set }: { one: Of<'sunk'>; design: Design; set: Set<'sunk'> }) {
  const { dpi } = design.board;
  return (
    <div className="grid grid-cols-2 gap-1.5">
      <InkSelect label={say('ink')} value={one.ink} design={design} onChange={(ink) => set({ ink })} />
      <NumberField
        label={say('opacity')}
        digits={0}
        value={one.opacity * 100}
        check={shareRight}
        onChange={(v) => set({ opacity: v / 100 }, 'opacity')}
      />
      <LengthField
        label={say('rightBy')}
        dpi={dpi}
        value={one.dx}
        check={farRight}
        onChange={(dx) => set({ dx }, 'dx')}
      />
      <LengthField
        label={say('downBy')}
        dpi={dpi}
        value={one.dy}
        check={farRight}
        onChange={(dy) => set({ dy }, 'dy')}
      />
      <LengthField
        label={say('softness2')}
        dpi={dpi}
        value={one.soft}
        check={(v) => (v >= 0 && v <= 1000 ? null : say('n0To1000Px'))}
        onChange={(soft) => set({ soft }, 'soft')}
      />
    </div>
  );
}
