import { joinEdits, joinsOf, membersOf, unitsOf, type Design, type Joining } from '@brelm/core/design';
import { useEdit } from '../editor/use-edit';
import { SelectField } from '../ui';
import { useTip } from '../keys';
import { say } from '../words/inspector';

const JOINS: Record<Joining, string> = {
  weld: say('weldedAllOfThem'),
  overlap: say('overlapWhatAllHave'),
  exclude: say('allButWhatTwoHave'),
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
        label={say('oneOutline')}
        value={joined ?? ''}
        title={tip(say('keylinesShadesAndCutsRun'), 'weld', 'welds')}
        onChange={(e) => {
          const how = (e.target.value || null) as Joining | null;
          edit.make(how ? say('joinOutlines') : say('outlinesByThemselves'), joinEdits(design, ids, how));
        }}
      >
        <option value="">{say('noEachByItself')}</option>
        {Object.entries(JOINS).map(([how, name]) => (
          <option key={how} value={how}>
            {name}
          </option>
        ))}
      </SelectField>
      {joined && !members && <p className="mt-1 text-[12px] text-muted">{say('fewerThanTwoOfIts')}</p>}
      {beside > 0 && <p className="mt-1 text-[12px] text-muted">{say('onePartStaysBesideIt', { beside })}</p>}
    </div>
  );
}
