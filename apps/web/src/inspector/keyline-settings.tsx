import { Plus, Settings2, X } from 'lucide-react';
import { useState } from 'react';
import { freshId, type Design, type Edit } from '@brelm/core/design';
import { ownInks, type Keyline, type Part } from '@brelm/core/parts';
import { IconButton, LengthField, SelectField } from '../ui';
import { InkSelect } from '../editor/ink-select';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/inspector';

/** An ink that a part does not have yet, for what goes around or behind it; and how to add it if it is new. */
export function otherInk(design: Design, part: Part, name: string): { ink: string; edits: Edit[] } {
  const own = new Set(ownInks(part));
  const other = design.inks.find((i) => !own.has(i.id));
  if (other) return { ink: other.id, edits: [] };
  const ink = freshId(
    'ink',
    design.inks.map((i) => i.id),
  );
  return { ink, edits: [{ op: 'addInk', ink: { id: ink, name, value: '#8a8474' } }] };
}

/** Keylines of a part, innermost first. */
export function KeylineSettings({ part, design }: { part: Part; design: Design }) {
  const edit = useEdit();
  return (
    <KeylineList
      part={part}
      design={design}
      keylines={part.keylines}
      onChange={(keylines, label, gesture, edits = []) =>
        edit.make(label, [...edits, { op: 'updatePart', part: part.id, change: { keylines } }], { gesture })
      }
    />
  );
}

/** Keylines with their widths and inks. `onChange` gets edits that must come first, such as a new ink. */
export function KeylineList({
  part,
  design,
  keylines,
  onChange,
}: {
  part: Part;
  design: Design;
  keylines: Keyline[];
  onChange: (keylines: Keyline[], label: string, gesture?: string, edits?: Edit[]) => void;
}) {
  const set = (at: number, change: Partial<Keyline>, label: string, gesture?: string) =>
    onChange(
      keylines.map((k, n) => (n === at ? { ...k, ...change } : k)),
      label,
      gesture,
    );
  const add = () => {
    const { ink, edits } = otherInk(design, part, say('keyline'));
    const width = Math.max(4, Math.round(design.board.dpi / 25));
    onChange([...keylines, { ink, width, join: 'round' }], say('addAKeyline'), undefined, edits);
  };
  return (
    <div className="flex flex-col gap-1.5">
      {keylines.map((keyline, i) => (
        <KeylineFields
          key={i}
          keyline={keyline}
          name={keylines.length > 1 ? `Keyline ${i + 1}` : 'Keyline'}
          design={design}
          onSet={(change, label, gesture) => set(i, change, label, gesture && `${gesture} ${part.id} ${i}`)}
          onRemove={() =>
            onChange(
              keylines.filter((_, n) => n !== i),
              say('removeAKeyline'),
            )
          }
        />
      ))}
      {keylines.length < 12 && (
        <button
          type="button"
          className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
          onClick={add}
        >
          <Plus size={14} aria-hidden /> {say('keyline2')}
        </button>
      )}
    </div>
  );
}

/** One keyline: width and ink, and what is seldom changed, folded away. */
function KeylineFields({
  keyline,
  name,
  design,
  onSet,
  onRemove,
}: {
  keyline: Keyline;
  name: string;
  design: Design;
  onSet: (change: Partial<Keyline>, label: string, gesture?: string) => void;
  onRemove: () => void;
}) {
  const { side = 'outside', distance = 0, counters = 'kept', least = 0, join } = keyline;
  const [more, setMore] = useState(side === 'inside' || distance > 0 || counters !== 'kept');
  const { dpi } = design.board;
  return (
    <fieldset>
      <legend className="sr-only">{name}</legend>
      <div className="grid grid-cols-[1fr_1fr_auto_auto] items-end gap-1">
        <LengthField
          label={name}
          dpi={dpi}
          value={keyline.width}
          check={(v) => (v >= 0.1 && v <= 2000 ? null : say('upTo2000Px'))}
          onChange={(width) => onSet({ width }, say('changeTheKeyline'), 'keyline')}
        />
        <InkSelect
          label={say('ink')}
          value={keyline.ink}
          design={design}
          onChange={(ink) => onSet({ ink }, say('changeTheKeylinesInk'))}
        />
        <IconButton
          label={more ? say('fewerSettingsOf', { name }) : say('moreSettingsOf', { name })}
          aria-expanded={more}
          pressed={more}
          onClick={() => setMore(!more)}
        >
          <Settings2 size={15} />
        </IconButton>
        <IconButton label={say('remove', { name })} onClick={onRemove}>
          <X size={15} />
        </IconButton>
      </div>
      {more && (
        <div className="mt-1 grid grid-cols-3 gap-1.5">
          <SelectField
            label={say('side')}
            value={side}
            onChange={(e) => onSet({ side: e.target.value as Keyline['side'] }, say('changeTheKeylinesSide'))}
          >
            <option value="outside">{say('outside')}</option>
            <option value="inside">{say('inside')}</option>
          </SelectField>
          <LengthField
            label={say('gapBefore')}
            dpi={dpi}
            value={distance}
            check={(v) => (v >= 0 && v <= 2000 ? null : say('n0To2000Px'))}
            onChange={(v) => onSet({ distance: v }, say('changeTheKeylinesGap'), 'keyline gap')}
          />
          <SelectField
            label={say('corners')}
            value={join}
            onChange={(e) => onSet({ join: e.target.value as Keyline['join'] }, say('changeTheCorners'))}
          >
            <option value="round">{say('round')}</option>
            <option value="mitre">{say('sharp')}</option>
            <option value="bevel">{say('cutOff')}</option>
          </SelectField>
          {side === 'outside' && (
            <SelectField
              label={say('holes')}
              value={counters}
              onChange={(e) =>
                onSet(
                  {
                    counters: e.target.value as Keyline['counters'],
                    ...(e.target.value === 'small' && !least ? { least: Math.round(dpi / 10) } : {}),
                  },
                  say('changeTheHoles'),
                )
              }
            >
              <option value="kept">{say('kept')}</option>
              <option value="filled">{say('filled')}</option>
              <option value="small">{say('smallOnesFilled')}</option>
            </SelectField>
          )}
          {side === 'outside' && counters === 'small' && (
            <LengthField
              label={say('under')}
              dpi={dpi}
              value={least}
              check={(v) => (v >= 0 && v <= 5000 ? null : say('n0To5000Px'))}
              onChange={(v) => onSet({ least: v }, say('changeTheHoles'), 'keyline holes')}
            />
          )}
        </div>
      )}
    </fieldset>
  );
}
