import type { Design } from '@brelm/core/design';
import { kindOf, MOST_THIN, type Part } from '@brelm/core/parts';
import { makeOutlines, setApart } from '../editor/outline-actions';
import { useEdit } from '../editor/use-edit';
import { LengthField } from '../ui';
import { useTip } from '../keys';
import { say } from '../words/inspector';

const link = 'text-[13px] text-spruce hover:underline';

/** What can be done with the outlines of chosen parts: thicker, thinner, rounder; as they are for good; in pieces. */
export function OutlineSettings({ parts, design }: { parts: Part[]; design: Design }) {
  const tip = useTip();
  const edit = useEdit();
  const ids = parts.map((p) => p.id);
  const outlined = parts.filter((p) => kindOf(p).outlined);
  if (outlined.length === 0) return null;
  const [first] = outlined;
  const { dpi } = design.board;
  const set = (label: string, change: Partial<Part>) =>
    edit.make(
      label,
      outlined.map((p) => ({ op: 'updatePart', part: p.id, change })),
      { gesture: `${label} ${ids.join()}` },
    );
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 gap-1.5">
        <LengthField
          label={say('thickerOrThinner')}
          dpi={dpi}
          value={first.spread - first.thin}
          check={(v) => (Math.abs(v) <= MOST_THIN ? null : say('toPx', { mostThin: MOST_THIN }))}
          onChange={(v) => set(say('thickerOrThinner2'), { spread: Math.max(0, v), thin: Math.max(0, -v) })}
        />
        <LengthField
          label={say('cornersRounded')}
          dpi={dpi}
          value={first.smooth}
          check={(v) => (v >= 0 && v <= MOST_THIN ? null : say('n0ToPx', { mostThin: MOST_THIN }))}
          onChange={(smooth) => set(say('roundTheCorners'), { smooth })}
        />
      </div>
      <div className="flex gap-4">
        <button
          type="button"
          className={link}
          title={say('wordsShapesAndLinesBecome')}
          onClick={() => void makeOutlines(edit, design, ids)}
        >
          {say('toOutlines')}
        </button>
        <button
          type="button"
          className={link}
          title={tip(say('eachPieceByItselfStripes'), 'set-apart')}
          onClick={() => void setApart(edit, design, ids)}
        >
          {say('intoPieces')}
        </button>
      </div>
    </div>
  );
}
