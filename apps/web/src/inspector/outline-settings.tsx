import type { Design } from '@brelm/core/design';
import { kindOf, MOST_THIN, type Part } from '@brelm/core/parts';
import { makeOutlines, setApart } from '../editor/outline-actions';
import { useEdit } from '../editor/use-edit';
import { LengthField } from '../ui';
import { useTip } from '../keys';

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
          label="Thicker, or thinner (−)"
          dpi={dpi}
          value={first.spread - first.thin}
          check={(v) => (Math.abs(v) <= MOST_THIN ? null : `−${MOST_THIN} to ${MOST_THIN} px`)}
          onChange={(v) => set('Thicker or thinner', { spread: Math.max(0, v), thin: Math.max(0, -v) })}
        />
        <LengthField
          label="Corners rounded"
          dpi={dpi}
          value={first.smooth}
          check={(v) => (v >= 0 && v <= MOST_THIN ? null : `0 to ${MOST_THIN} px`)}
          onChange={(smooth) => set('Round the corners', { smooth })}
        />
      </div>
      <div className="flex gap-4">
        <button
          type="button"
          className={link}
          title="Words, shapes and lines become plain outlines, as thick as they are now"
          onClick={() => void makeOutlines(edit, design, ids)}
        >
          to outlines
        </button>
        <button
          type="button"
          className={link}
          title={tip(
            'Each piece by itself: stripes, islands, what lies on one another, and along an open line',
            'set-apart',
          )}
          onClick={() => void setApart(edit, design, ids)}
        >
          into pieces
        </button>
      </div>
    </div>
  );
}
