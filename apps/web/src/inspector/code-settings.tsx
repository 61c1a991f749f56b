import type { Design } from '@brelm/core/design';
import { CODE_LEVELS, type CodeLevel, type CodePart, codeShape, moduleMm } from '@brelm/core/parts';
import { NumberField, SelectField } from '../ui';
import { InkSelect } from '../editor/ink-select';
import { useEdit } from '../editor/use-edit';

const LEVELS: Record<CodeLevel, string> = {
  L: 'Low: 7 % may be lost',
  M: 'Medium: 15 %',
  Q: 'Good: 25 %',
  H: 'High: 30 %',
};

/** What a code says, how much of it may be lost, and its inks. */
export function CodeSettings({ part, design }: { part: CodePart; design: Design }) {
  const edit = useEdit();
  const made = codeShape(part.text, part.level);
  return (
    <div className="flex flex-col gap-2">
      <label className="block">
        <span className="block text-[11.5px] text-muted">Words or address</span>
        <textarea
          rows={2}
          maxLength={2000}
          className="field !h-auto resize-y px-2 py-1.5"
          value={part.text}
          onKeyDown={(e) => e.stopPropagation()}
          onChange={(e) => edit.part(part.id, 'Change the code', { text: e.target.value }, `code ${part.id}`)}
        />
      </label>
      <p className="text-[13px] text-muted">
        {made
          ? `${made.modules} × ${made.modules} modules of ${moduleMm(part, design.board.dpi).toFixed(2)} mm`
          : part.text
            ? 'Too long for a code at this level'
            : 'Empty: nothing will print'}
      </p>
      <div className="grid grid-cols-[1.6fr_1fr] gap-1.5">
        <SelectField
          label="Level"
          value={part.level}
          onChange={(e) => edit.part(part.id, 'Change the level', { level: e.target.value as CodeLevel })}
        >
          {CODE_LEVELS.map((l) => (
            <option key={l} value={l}>
              {LEVELS[l]}
            </option>
          ))}
        </SelectField>
        <NumberField
          label="Quiet zone"
          digits={0}
          value={part.quiet}
          check={(v) => (Number.isInteger(v) && v >= 0 && v <= 20 ? null : '0 to 20')}
          onChange={(quiet) => edit.part(part.id, 'Change the quiet zone', { quiet }, `quiet ${part.id}`)}
        />
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        <InkSelect
          label="Ink"
          value={part.ink}
          design={design}
          onChange={(ink) => edit.part(part.id, 'Change the ink', { ink })}
        />
        <SelectField
          label="Ground"
          value={part.ground ?? ''}
          onChange={(e) => edit.part(part.id, 'Change the ground', { ground: e.target.value || null })}
        >
          <option value="">The garment</option>
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
