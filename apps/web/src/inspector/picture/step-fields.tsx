import { Pipette } from 'lucide-react';
import type { Design } from '@brelm/core/design';
import { stepKind, type Step } from '@brelm/core/steps';
import { useTools } from '../../board/tools';
import { InkSelect } from '../../editor/ink-select';
import { Amount, Button, IconButton, SelectField } from '../../ui';
import type { Setting } from './settings';
import { say } from '../../words/picture';

/** How a length of the picture is shown: mm on the print for one of its px. */
export interface Measure {
  mmPerPx: number;
}

/** Sets some of a step's fields: what is said of it, and what joins steps of one gesture. */
export type SetStep = (change: Record<string, unknown>, label: string, gesture?: string) => void;

/** The least and most of a step's field. */
function limitsOf(step: Step, key: string): [number, number] {
  const field = stepKind(step.kind).fields[key as never] as { is: string; min?: number; max?: number };
  return field.is === 'number' ? [field.min!, field.max!] : [0, 1];
}

/** A colour that is typed, chosen, or picked off the board. */
export function ColourSetting({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const tools = useTools();
  return (
    <div className="flex items-end gap-1">
      <label className="min-w-0 flex-1">
        <span className="block text-[11.5px] text-muted">{label}</span>
        <input
          type="color"
          className="field !h-7 !p-0.5"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      </label>
      <IconButton label={say('pickItOffTheBoard', { label })} onClick={() => tools.pick(onChange)}>
        <Pipette size={15} />
      </IconButton>
    </div>
  );
}

/** One setting by a plain control. */
export function SettingField({
  setting,
  step,
  measure,
  design,
  onSet,
}: {
  setting: Setting;
  step: Step;
  measure: Measure;
  design: Design;
  onSet: SetStep;
}) {
  const { key, label } = setting;
  const value = (step as unknown as Record<string, unknown>)[key];
  const kind = stepKind(step.kind).label;
  const set = (v: unknown, gesture = true) => onSet({ [key]: v }, kind, gesture ? key : undefined);
  switch (setting.is) {
    case 'amount': {
      const k = { percent: 100, mm: measure.mmPerPx, plain: 1, degrees: 1 }[setting.as];
      const [least, most] = limitsOf(step, key);
      const whole = key === 'tones' || key === 'least';
      const back = (v: number) => Math.max(least, Math.min(most, v / k));
      return (
        <Amount
          label={label}
          value={(value as number) * k}
          digits={setting.as === 'mm' ? 2 : setting.as === 'percent' ? 0 : 2}
          least={Math.ceil(least * k * 1e4) / 1e4}
          most={Math.floor(most * k * 1e4) / 1e4}
          min={Math.max(setting.min, least * k)}
          max={setting.max}
          step={setting.step}
          onChange={(v) => set(whole ? Math.round(back(v)) : back(v))}
        />
      );
    }
    case 'flag':
      return (
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={value as boolean}
            onChange={(e) => set(e.target.checked, false)}
          />
          {label}
        </label>
      );
    case 'choice':
      return (
        <SelectField label={label} value={value as string} onChange={(e) => set(e.target.value, false)}>
          {setting.of.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
      );
    case 'ink':
      return (
        <InkSelect
          label={label}
          value={value as string}
          design={design}
          onChange={(ink) => set(ink, false)}
        />
      );
    case 'colour':
      return <ColourSetting label={label} value={value as string} onChange={(v) => set(v)} />;
    case 'seed':
      return (
        <Button className="!h-7 self-start !px-2" onClick={() => set(Math.floor(Math.random() * 1e6), false)}>
          {label}
        </Button>
      );
  }
}
