import type { Blend } from '@brelm/core/drawing';
import { SelectField } from '../ui';
import { BLEND_NAMES } from './blend-names';
import { say } from '../words/inspector';

/** How something meets the artwork below it. */
export function BlendField({
  label = say('blend'),
  title,
  value,
  onChange,
}: {
  label?: string;
  title: string;
  value: Blend;
  onChange: (blend: Blend) => void;
}) {
  return (
    <SelectField
      label={label}
      title={title}
      value={value}
      onChange={(e) => onChange(e.target.value as Blend)}
    >
      {Object.entries(BLEND_NAMES).map(([blend, name]) => (
        <option key={blend} value={blend}>
          {name}
        </option>
      ))}
      {!BLEND_NAMES[value] && <option value={value}>{value}</option>}
    </SelectField>
  );
}

/** What blending cannot do, where something is blended. */
export const BlendNote = ({ blend, what }: { blend: Blend; what: string }) =>
  blend === 'normal' ? null : (
    <p className="text-[12px] text-muted">{say('theArtworkBelowNeverThe', { what })}</p>
  );
