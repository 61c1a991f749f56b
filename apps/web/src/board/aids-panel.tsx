import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { Plus, Ruler, Trash2 } from 'lucide-react';
import type { Aids, Design } from '@brelm/core/design';
import { groupBounds } from '@brelm/core/drawing';
import { EMPTY_BOX, isEmptyBox, unite } from '@brelm/core/geometry';
import type { Resolved } from '../design';
import { useAppSelector } from '../store';
import { Button, IconButton, LengthField, SelectField } from '../ui';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/board';

const UNITS = [
  ['px', say('pixels')],
  ['in', say('inches')],
  ['mm', say('millimetres')],
] as const;

/** Rulers' unit, margin, grid and guides. They are saved with the design and never exported. */
export function AidsPanel({ design, resolved }: { design: Design; resolved: Resolved }) {
  const edit = useEdit();
  const selection = useAppSelector((s) => s.editor.selection);
  const { aids, board } = design;
  const { dpi } = board;
  const set = (label: string, change: Partial<Aids>, gesture?: string) =>
    edit.make(label, [{ op: 'setAids', change }], { gesture });
  const guides = (label: string, next: Aids['guides'], gesture?: string) =>
    set(label, { guides: next.slice(0, 200) }, gesture);
  const around = resolved.drawing.groups
    .filter((g) => selection.includes(g.part))
    .map(groupBounds)
    .reduce(unite, EMPTY_BOX);
  const least = Math.min(board.width, board.height);
  return (
    <Popover className="relative">
      <PopoverButton
        aria-label={say('guidesGridAndMargin')}
        title={say('guidesGridAndMargin')}
        className="inline-flex h-7 w-7 items-center justify-center rounded-md text-ink hover:bg-line"
      >
        <Ruler size={16} aria-hidden />
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: 'top start', gap: 6 }}
        className="z-40 w-72 rounded-md border border-edge bg-card p-3"
      >
        <div className="grid grid-cols-3 gap-1.5">
          <SelectField
            label={say('rulersIn')}
            value={aids.unit}
            onChange={(e) => set(say('changeTheUnit'), { unit: e.target.value as Aids['unit'] })}
          >
            {UNITS.map(([unit, name]) => (
              <option key={unit} value={unit}>
                {name}
              </option>
            ))}
          </SelectField>
          <LengthField
            label={say('margin')}
            dpi={dpi}
            value={aids.margin}
            check={(v) =>
              v >= 0 && 2 * v < least ? null : say('n0ToPx', { least: Math.ceil(least / 2) - 1 })
            }
            onChange={(margin) => set(say('changeTheMargin'), { margin }, 'margin')}
          />
          <LengthField
            label={say('gridOf')}
            dpi={dpi}
            value={aids.grid ?? 0}
            check={(v) => (v === 0 || (v >= 2 && v <= 10000) ? null : say('n2PxOrMore0'))}
            onChange={(v) => set(say('changeTheGrid'), { grid: v === 0 ? null : v }, 'grid')}
          />
        </div>
        <h3 className="heading mt-3 mb-1">{say('guides')}</h3>
        {aids.guides.length === 0 && <p className="text-[12.5px] text-muted">{say('noneDragOneOutOf')}</p>}
        <ul className="max-h-48 overflow-y-auto">
          {aids.guides.map((guide, i) => (
            <li key={i} className="flex items-end gap-1">
              <div className="flex-1">
                <LengthField
                  label={guide.axis === 'x' ? say('verticalFromTheLeft') : say('horizontalFromTheTop')}
                  dpi={dpi}
                  value={guide.at}
                  onChange={(at) =>
                    guides(
                      say('moveAGuide'),
                      aids.guides.map((g, k) => (k === i ? { ...g, at } : g)),
                      `guide ${i}`,
                    )
                  }
                />
              </div>
              <IconButton
                label={say('removeGuide', { i: i + 1 })}
                onClick={() =>
                  guides(
                    say('removeAGuide'),
                    aids.guides.filter((_, k) => k !== i),
                  )
                }
              >
                <Trash2 size={15} />
              </IconButton>
            </li>
          ))}
        </ul>
        <div className="mt-2 flex flex-wrap gap-1.5">
          <Button
            className="!h-7 !px-2"
            onClick={() => guides(say('addAGuide'), [...aids.guides, { axis: 'x', at: board.width / 2 }])}
          >
            <Plus size={14} aria-hidden /> {say('vertical')}
          </Button>
          <Button
            className="!h-7 !px-2"
            onClick={() => guides(say('addAGuide'), [...aids.guides, { axis: 'y', at: board.height / 2 }])}
          >
            <Plus size={14} aria-hidden /> {say('horizontal')}
          </Button>
          <Button
            className="!h-7 !px-2"
            disabled={isEmptyBox(around)}
            title={say('fourGuidesAlongTheSides')}
            onClick={() =>
              guides(say('guidesAround'), [
                ...aids.guides,
                { axis: 'x', at: around.left },
                { axis: 'x', at: around.right },
                { axis: 'y', at: around.top },
                { axis: 'y', at: around.bottom },
              ])
            }
          >
            {say('aroundTheSelection')}
          </Button>
        </div>
      </PopoverPanel>
    </Popover>
  );
}
