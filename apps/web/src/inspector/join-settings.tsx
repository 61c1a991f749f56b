import { joinEdits, joinsOf, membersOf, unitsOf, type Design, type Joining } from '@brelm/core/design';
import { useEdit } from '../editor/use-edit';
import { SelectField } from '../ui';
import { useTip } from '../keys';

const JOINS: Record<Joining, string> = {
  weld: 'welded: all of them',
  overlap: 'overlap: what all have',
  exclude: 'all but what two have',
};

/** Whether chosen things are one outline, and which. */
export function JoinSettings({ ids, design }: { ids: readonly string[]; design: Design }) {
  const tip = useTip();
  const edit = useEdit();
  const units = unitsOf(design, ids);
  const bundle = units.length === 1 ? design.bundles.find((b) => b.id === units[0].bundle) : undefined;
  if (!bundle && units.length < 2) return null;
  const joined = bundle?.joined ?? null;
  const members = joinsOf(design).find((j) => j.bundle === bundle?.id);
  const beside = members ? ids.length - membersOf(members).length : 0;
  return (
    <div>
      <SelectField
        label="One outline"
        value={joined ?? ''}
        title={tip(
          'Keylines, shades and cuts run around the whole; the front part gives it its ink',
          'weld',
          'welds',
        )}
        onChange={(e) => {
          const how = (e.target.value || null) as Joining | null;
          edit.make(how ? 'Join outlines' : 'Outlines by themselves', joinEdits(design, ids, how));
        }}
      >
        <option value="">no, each by itself</option>
        {Object.entries(JOINS).map(([how, name]) => (
          <option key={how} value={how}>
            {name}
          </option>
        ))}
      </SelectField>
      {joined && !members && (
        <p className="mt-1 text-[12px] text-muted">
          Fewer than two of its parts have an outline that prints: nothing is joined.
        </p>
      )}
      {beside > 0 && (
        <p className="mt-1 text-[12px] text-muted">
          {beside === 1 ? 'One part stays' : `${beside} parts stay`} beside it: hidden, a picture, or only
          cutting.
        </p>
      )}
    </div>
  );
}
