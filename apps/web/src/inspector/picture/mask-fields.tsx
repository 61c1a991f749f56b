import type { Design } from '@brelm/core/design';
import { isCover, partTitle } from '@brelm/core/parts';
import type { StepMask } from '@brelm/core/steps';
import { useTools } from '../../board/tools';
import { Amount, Button, SelectField } from '../../ui';
import { ColourSetting, type Measure } from './step-fields';
import { say } from '../../words/picture';

const PLAIN = { invert: false, soften: 0, grow: 0 };
/** A new mask of each kind. */
const NEW: Readonly<Record<Exclude<StepMask['kind'], 'part'>, StepMask>> = {
  brush: { ...PLAIN, kind: 'brush', strokes: [] },
  outline: { ...PLAIN, kind: 'outline', points: [] },
  tones: { ...PLAIN, kind: 'tones', from: 0, to: 0.5, fall: 0.15 },
  colour: { ...PLAIN, kind: 'colour', colour: '#c03a2b', within: 8, fall: 6 },
};
const KINDS: readonly [StepMask['kind'] | 'all', string][] = [
  ['all', say('everywhere')],
  ['brush', say('whereItIsPainted')],
  ['outline', say('insideAnOutline')],
  ['part', say('insideAnotherPart')],
  ['tones', say('whereItIsSoLight')],
  ['colour', say('whereItHasAColour')],
];

/** Where a step acts. */
export function MaskFields({
  mask,
  at,
  measure,
  design,
  onSet,
}: {
  mask: StepMask | null;
  at: { part: string; step: number };
  design: Design;
  measure: Measure;
  onSet: (mask: StepMask | null, label: string, gesture?: string) => void;
}) {
  const tools = useTools();
  const set = (change: Partial<StepMask>, gesture: string) =>
    onSet({ ...mask, ...change } as StepMask, say('whereAStepActs'), gesture);
  const { mmPerPx } = measure;
  const others = design.parts.filter((p) => p.id !== at.part && isCover(p));
  const choose = (kind: StepMask['kind'] | 'all') => {
    if (kind === 'all') onSet(null, say('aStepActsEverywhere'));
    else if (kind === 'part')
      onSet({ ...PLAIN, kind, part: others[0].id, invert: mask?.invert ?? false }, say('whereAStepActs'));
    // An outline is there once it is drawn.
    else if (kind !== 'outline')
      onSet({ ...NEW[kind], invert: mask?.invert ?? false }, say('whereAStepActs'));
    if (kind === 'brush') tools.aim({ ...at, of: 'mask' }, 'brush');
    if (kind === 'outline') tools.aim({ ...at, of: 'mask' }, 'outline');
  };
  const drawn = mask?.kind === 'brush' || mask?.kind === 'outline';
  return (
    <div className="flex flex-col gap-1.5 border-t border-line pt-1.5">
      <div className="flex items-end gap-1.5">
        <SelectField
          label={say('itActs')}
          className="min-w-0 flex-1"
          value={mask?.kind ?? 'all'}
          onChange={(e) => choose(e.target.value as StepMask['kind'])}
        >
          {KINDS.map(([kind, label]) => (
            <option key={kind} value={kind} disabled={kind === 'part' && others.length === 0}>
              {label}
            </option>
          ))}
        </SelectField>
        {drawn && (
          <Button
            className="!h-7 !px-2"
            onClick={() => tools.aim({ ...at, of: 'mask' }, mask.kind as 'brush' | 'outline')}
          >
            {mask.kind === 'brush' ? say('paint') : say('draw')}
          </Button>
        )}
      </div>
      {mask?.kind === 'part' && (
        <SelectField
          label={say('thePart')}
          title={say('whatItCoversAsIt')}
          value={mask.part}
          onChange={(e) => set({ part: e.target.value }, 'part')}
        >
          {others.every((p) => p.id !== mask.part) && (
            <option value={mask.part}>{say('goneChooseAnother')}</option>
          )}
          {others.map((p) => (
            <option key={p.id} value={p.id}>
              {partTitle(p)}
            </option>
          ))}
        </SelectField>
      )}
      {mask?.kind === 'tones' && (
        <>
          {(['from', 'to', 'fall'] as const).map((key) => (
            <Amount
              key={key}
              label={{ from: say('from'), to: 'To %', fall: say('fadesOver2') }[key]}
              digits={0}
              value={mask[key] * 100}
              min={0}
              max={100}
              step={1}
              onChange={(v) => set({ [key]: v / 100 }, key)}
            />
          ))}
        </>
      )}
      {mask?.kind === 'colour' && (
        <>
          <ColourSetting
            label={say('colour')}
            value={mask.colour}
            onChange={(colour) => set({ colour }, 'colour')}
          />
          {(['within', 'fall'] as const).map((key) => (
            <Amount
              key={key}
              label={{ within: say('within'), fall: say('fadesOver') }[key]}
              digits={1}
              value={mask[key]}
              min={0}
              max={40}
              most={100}
              step={0.5}
              onChange={(v) => set({ [key]: v }, key)}
            />
          ))}
        </>
      )}
      {mask && (
        <>
          <label className="flex items-center gap-2 text-[13px]">
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={mask.invert}
              onChange={(e) => onSet({ ...mask, invert: e.target.checked }, say('whereAStepActs'))}
            />
            {say('everywhereButThere')}
          </label>
          <Amount
            label={say('softenMm')}
            value={mask.soften * mmPerPx}
            min={0}
            max={10}
            most={Math.floor(2000 * mmPerPx)}
            step={0.1}
            onChange={(v) => set({ soften: v / mmPerPx }, 'soften')}
          />
          <Amount
            label={say('growMm')}
            value={mask.grow * mmPerPx}
            min={-5}
            max={5}
            least={-Math.floor(2000 * mmPerPx)}
            most={Math.floor(2000 * mmPerPx)}
            step={0.1}
            onChange={(v) => set({ grow: v / mmPerPx }, 'grow')}
          />
        </>
      )}
    </div>
  );
}
