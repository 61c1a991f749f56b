import type { Design } from '@brelm/core/design';
import type { Pen } from '@brelm/core/parts';
import { Button, LengthField, NumberField, SelectField } from '../ui';
import { InkSelect } from '../editor/ink-select';
import { usualWidth, type Tools } from './tools';

export const PENS: [Pen, string][] = [
  ['even', 'even'],
  ['pressed', 'by pressure'],
  ['chisel', 'flat nib'],
];

/** How the next line is drawn; shown over the board while drawing. */
export function DrawBar({ design, tools }: { design: Design; tools: Tools }) {
  const { tool, setTool, look, setLook } = tools;
  const ink = design.inks.find((i) => i.id === look.ink) ?? design.inks[0];
  return (
    <div
      role="toolbar"
      aria-label="Drawing"
      className="absolute top-8 left-1/2 flex -translate-x-1/2 items-end gap-2 rounded-md border border-edge bg-card px-3 py-2"
    >
      <Button
        className={tool === 'draw' ? '!border-spruce !bg-line' : ''}
        aria-pressed={tool === 'draw'}
        onClick={() => setTool('draw')}
      >
        Draw
      </Button>
      <Button
        className={tool === 'rub' ? '!border-spruce !bg-line' : ''}
        aria-pressed={tool === 'rub'}
        title="Rub lines out where you go over them"
        onClick={() => setTool('rub')}
      >
        Rub out
      </Button>
      {ink && (
        <div className="w-32">
          <InkSelect
            label="Ink"
            value={ink.id}
            design={design}
            onChange={(id) => setLook({ ...look, ink: id })}
          />
        </div>
      )}
      <div className="w-20">
        <LengthField
          label="Width"
          dpi={design.board.dpi}
          value={look.width ?? usualWidth(design.board)}
          check={(v) => (v >= 0.1 && v <= 5000 ? null : '0.1 to 5000')}
          onChange={(width) => setLook({ ...look, width })}
        />
      </div>
      <div className="w-28">
        <SelectField
          label="Pen"
          value={look.pen}
          onChange={(e) => setLook({ ...look, pen: e.target.value as Pen })}
        >
          {PENS.map(([pen, name]) => (
            <option key={pen} value={pen}>
              {name}
            </option>
          ))}
        </SelectField>
      </div>
      {look.pen === 'chisel' && (
        <div className="w-16">
          <NumberField
            label="Nib °"
            digits={0}
            value={look.nib}
            check={(v) => (Math.abs(v) <= 360 ? null : '−360 to 360')}
            onChange={(nib) => setLook({ ...look, nib })}
          />
        </div>
      )}
      <Button tone="main" title="Back to choosing parts (Escape)" onClick={() => setTool('choose')}>
        Done
      </Button>
    </div>
  );
}
