import type { Design } from '@brelm/core/design';
import { CODE_LEVELS, type CodeLevel, type CodePart, codeShape, moduleMm } from '@brelm/core/parts';
import { NumberField, SelectField } from '../ui';
import { InkSelect } from '../editor/ink-select';
import { useEdit } from '../editor/use-edit';
import { decimal } from '../words/decimal';
import { say } from '../words/inspector';

const LEVELS: Record<CodeLevel, string> = {
  L: say('low7MayBeLost'),
  M: say('medium15'),
  Q: say('good25'),
  H: say('high30'),
};

/** What a code says, how much of it may be lost, and its inks. */
export function CodeSettings({ part, design }: { part: CodePart; design: Design }) {
  const edit = useEdit();
  const made = codeShape(part.text, part.level);
  return (
    <div className="flex flex-col gap-2">
      <label className="block">
        <span className="block text-[11.5px] text-muted">{say('wordsOrAddress')}</span>
        <textarea
          rows={2}
          maxLength={2000}
          className="field !h-auto resize-y px-2 py-1.5"
          value={part.text}
          onKeyDown={(e) => e.stopPropagation()}
          onChange={(e) =>
            edit.part(part.id, say('changeTheCode'), { text: e.target.value }, `code ${part.id}`)
          }
        />
      </label>
      <p className="text-[13px] text-muted">
        {made
          ? say('modulesOfMm', {
              modules: made.modules,
              moduleMm: decimal(moduleMm(part, design.board.dpi), 2),
            })
          : part.text
            ? say('tooLongForACode')
            : say('emptyNothingWillPrint')}
      </p>
      <div className="grid grid-cols-[1.6fr_1fr] gap-1.5">
        <SelectField
          label={say('level')}
          value={part.level}
          onChange={(e) => edit.part(part.id, say('changeTheLevel'), { level: e.target.value as CodeLevel })}
        >
          {CODE_LEVELS.map((l) => (
            <option key={l} value={l}>
              {LEVELS[l]}
            </option>
          ))}
        </SelectField>
        <NumberField
          label={say('quietZone')}
          digits={0}
          value={part.quiet}
          check={(v) => (Number.isInteger(v) && v >= 0 && v <= 20 ? null : say('n0To20'))}
          onChange={(quiet) => edit.part(part.id, say('changeTheQuietZone'), { quiet }, `quiet ${part.id}`)}
        />
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        <InkSelect
          label={say('ink')}
          value={part.ink}
          design={design}
          onChange={(ink) => edit.part(part.id, say('changeTheInk'), { ink })}
        />
        <SelectField
          label={say('ground')}
          value={part.ground ?? ''}
          onChange={(e) => edit.part(part.id, say('changeTheGround'), { ground: e.target.value || null })}
        >
          <option value="">{say('theGarment')}</option>
          {design.inks.map((i) => (
            <option key={i.id} value={i.id}>
              {i.name}
            </option>
          ))}
        </SelectField>
      </div>
    </div>
  );
}
