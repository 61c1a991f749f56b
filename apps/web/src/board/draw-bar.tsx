import { useState } from 'react';
import type { Design, Reference } from '@brelm/core/design';
import type { Pen } from '@brelm/core/parts';
import { useEdit } from '../editor/use-edit';
import { reasonOf, useBringInMutation } from '../store/api';
import { Button, FileButton, LengthField, notify, NumberField, SelectField, Tick } from '../ui';
import { layUnder } from './lay-under';
import { UnderDialog } from './under-dialog';
import { InkSelect } from '../editor/ink-select';
import { usualWidth, type Tools } from './tools';
import { say } from '../words/board';

export const PENS: [Pen, string][] = [
  ['even', 'even'],
  ['pressed', say('byPressure')],
  ['chisel', say('flatNib')],
];

/** Where lines are mirrored at first: at the upright guide that is nearest to the board's middle, or there. */
function axisOf({ board, aids }: Design): number {
  const middle = board.width / 2;
  const guides = aids.guides.filter((g) => g.axis === 'x').map((g) => g.at);
  return guides.sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))[0] ?? middle;
}

/** How the next line is drawn; shown over the board while drawing. */
export function DrawBar({ design, tools }: { design: Design; tools: Tools }) {
  const { tool, setTool, look, setLook } = tools;
  const ink = design.inks.find((i) => i.id === look.ink) ?? design.inks[0];
  return (
    <div
      role="toolbar"
      aria-label={say('drawing')}
      className="absolute top-8 left-1/2 flex w-max max-w-[calc(100%-3.5rem)] -translate-x-1/2 flex-wrap items-end gap-1.5 rounded-md border border-edge bg-card px-2 py-1.5 select-none"
    >
      <Button
        className={tool === 'draw' ? '!border-spruce !bg-line' : ''}
        aria-pressed={tool === 'draw'}
        onClick={() => setTool('draw')}
      >
        {say('draw')}
      </Button>
      <Button
        className={tool === 'rub' ? '!border-spruce !bg-line' : ''}
        aria-pressed={tool === 'rub'}
        title={say('rubLinesOutWhereYou')}
        onClick={() => setTool('rub')}
      >
        {say('rubOut')}
      </Button>
      {tool === 'rub' && (
        <div className="w-28">
          <SelectField
            label={say('whatGoes')}
            value={look.rubs}
            onChange={(e) => setLook({ ...look, rubs: e.target.value as typeof look.rubs })}
          >
            <option value="along">{say('whereIGo')}</option>
            <option value="within">{say('whatIGoAround')}</option>
          </SelectField>
        </div>
      )}
      {tool === 'draw' && (
        <>
          {ink && (
            <div className="w-24">
              <InkSelect
                label={say('ink')}
                value={ink.id}
                design={design}
                onChange={(id) => setLook({ ...look, ink: id })}
              />
            </div>
          )}
          <div className="w-14">
            <LengthField
              label={say('width')}
              dpi={design.board.dpi}
              value={look.width ?? usualWidth(design.board)}
              check={(v) => (v >= 0.1 && v <= 5000 ? null : say('n01To5000'))}
              onChange={(width) => setLook({ ...look, width })}
            />
          </div>
          <div className="w-24">
            <SelectField
              label={say('pen')}
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
                label={say('nib')}
                digits={0}
                value={look.nib}
                check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
                onChange={(nib) => setLook({ ...look, nib })}
              />
            </div>
          )}
          <Tick
            label={say('mirrored')}
            checked={look.mirror !== null}
            onChange={(on) => setLook({ ...look, mirror: on ? axisOf(design) : null })}
          />
          {look.mirror !== null && (
            <div className="w-16">
              <LengthField
                label={say('axis')}
                dpi={design.board.dpi}
                value={look.mirror}
                check={(v) => (Math.abs(v) <= 40_000 ? null : say('n40000To40000Px'))}
                onChange={(mirror) => setLook({ ...look, mirror })}
              />
            </div>
          )}
        </>
      )}
      <SketchButton design={design} />
      <Button tone="main" title={say('backToChoosingPartsEscape')} onClick={() => setTool('choose')}>
        {say('done')}
      </Button>
    </div>
  );
}

/** Brings a photograph of a sketch in, to be drawn over. */
function SketchButton({ design }: { design: Design }) {
  const edit = useEdit();
  const [bringIn, { isLoading }] = useBringInMutation();
  const [reference, setReference] = useState<Reference | null>(null);
  const take = async (file: File) => {
    try {
      const brought = await bringIn(file).unwrap();
      if (brought.kind !== 'picture') {
        notify('fault', say('isADrawingOfOutlines', { name: file.name }));
        return;
      }
      const { sha256, licence } = brought;
      setReference({ sha256, name: file.name.slice(0, 300), ...(licence && { licence }) });
    } catch (error) {
      notify('fault', `${file.name}: ${reasonOf(error)}`);
    }
  };
  return (
    <>
      <FileButton accept="image/*" testId="sketch" onFiles={([file]) => void take(file)}>
        {isLoading ? say('bringingItIn') : say('sketch')}
        <span className="sr-only">{say('toDrawOver')}</span>
      </FileButton>
      {reference && (
        <UnderDialog
          board={design.board}
          reference={reference}
          onClose={() => setReference(null)}
          onDone={(under) => {
            layUnder(edit, { ...reference, under });
            setReference(null);
          }}
        />
      )}
    </>
  );
}
