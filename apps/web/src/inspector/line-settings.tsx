import type { Design } from '@brelm/core/design';
import { simplified, withNodeAt, withoutNode, type LinePart, type Pen } from '@brelm/core/parts';
import { useMemo } from 'react';
import { IconButton, LengthField, NumberField, SelectField } from '../ui';
import { Trash2 } from 'lucide-react';
import { PENS } from '../board/draw-bar';
import { InkSelect } from '../editor/ink-select';
import { useTools } from '../board/tools';
import { useEdit } from '../editor/use-edit';
import { decimal } from '../words/decimal';
import { say } from '../words/inspector';

/** How far a line may stray when it is given fewer points, over its width. */
const STRAY = 0.12;

/** A drawn line: its pen, its points, and what it can become. */
export function LineSettings({ part, design }: { part: LinePart; design: Design }) {
  const edit = useEdit();
  const tools = useTools();
  const { dpi } = design.board;
  const set = (label: string, change: Partial<LinePart>) =>
    edit.part(part.id, label, change, `${label} ${part.id}`);
  const scale = Math.abs(part.place.scaleX);
  const fewer = useMemo(() => {
    const found = simplified(part, Math.max(0.5, part.width * STRAY));
    return found && found.nodes.length < part.nodes.length ? found : null;
  }, [part]);
  const at = Math.min(tools.node, part.nodes.length - 1);
  const node = part.nodes[at];
  const link = 'text-[13px] text-spruce enabled:hover:underline disabled:text-muted';
  const editing = tools.tool === 'points';
  const left = withoutNode(part, at);
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 gap-1.5">
        <InkSelect
          label={say('ink')}
          value={part.ink}
          design={design}
          onChange={(ink) => set(say('recolour'), { ink })}
        />
        <LengthField
          label={say('widthOfTheLine')}
          dpi={dpi}
          value={part.width * scale}
          check={(v) => (v >= 0.1 && v <= 5000 ? null : say('n01To5000Px'))}
          onChange={(v) => set(say('widthOfALine'), { width: v / scale })}
        />
        <SelectField
          label={say('pen')}
          value={part.pen}
          onChange={(e) => set(say('changeThePen'), { pen: e.target.value as Pen })}
        >
          {PENS.map(([pen, name]) => (
            <option key={pen} value={pen}>
              {name}
            </option>
          ))}
        </SelectField>
        {part.pen === 'chisel' && (
          <NumberField
            label={say('nib')}
            digits={0}
            value={part.nib}
            check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
            onChange={(nib) => set(say('turnTheNib'), { nib })}
          />
        )}
      </div>
      <label className="flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={part.closed}
          onChange={(e) => set(say('joinItsEnds'), { closed: e.target.checked })}
        />
        {say('itsEndsAreJoined')}
      </label>
      <p className="text-[13px] text-muted">
        {say('points', {
          nodes: part.nodes.length,
          fewer:
            fewer &&
            say('wouldStrayByPx', { nodes: fewer.nodes.length, error: decimal(fewer.error * scale, 1) }),
        })}
      </p>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        <button
          type="button"
          className={link}
          disabled={!fewer}
          onClick={() => fewer && edit.part(part.id, say('fewerPoints'), { nodes: fewer.nodes })}
        >
          {say('fewerPoints2')}
        </button>
        <button
          type="button"
          className={link}
          aria-pressed={editing}
          onClick={() => tools.setTool(editing ? 'choose' : 'points')}
        >
          {editing ? say('doneWithPoints') : say('editPoints')}
        </button>
      </div>
      {editing && node && (
        <div className="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-1.5">
          <NumberField
            label={say('pointOf', { nodes: part.nodes.length })}
            digits={0}
            value={at + 1}
            check={(v) =>
              v >= 1 && v <= part.nodes.length ? null : say('n1To', { nodes: part.nodes.length })
            }
            onChange={(v) => tools.setNode(Math.round(v) - 1)}
          />
          <NumberField
            label={say('across')}
            digits={1}
            value={node.x}
            onChange={(x) => set(say('moveAPoint'), { nodes: withNodeAt(part, at, x, node.y) })}
          />
          <NumberField
            label={say('down')}
            digits={1}
            value={node.y}
            onChange={(y) => set(say('moveAPoint'), { nodes: withNodeAt(part, at, node.x, y) })}
          />
          <IconButton
            label={say('removeThePoint')}
            disabled={!left}
            onClick={() => left && edit.part(part.id, say('removeAPoint'), { nodes: left })}
          >
            <Trash2 size={15} />
          </IconButton>
        </div>
      )}
    </div>
  );
}
