import type { ComponentType } from 'react';
import { Copy, FlipHorizontal2, Trash2 } from 'lucide-react';
import type { Design } from '@brelm/core/design';
import { isDressed, type Part, type PartKind } from '@brelm/core/parts';
import { partLocalBox, partMatrix } from '@brelm/core/resolve';
import { boxHeight, boxWidth, isEmptyBox, transformBox } from '@brelm/core/geometry';
import { materials } from '../platform/materials';
import { IconButton, LengthField, NumberField, leaveField } from '../ui';
import { BlendField, BlendNote } from './blend-field';
import { CodeSettings } from './code-settings';
import { KeylineSettings } from './keyline-settings';
import { useLive } from '../editor/live';
import { LetteringSettings } from './lettering';
import { LineSettings } from './line-settings';
import { MotifSettings } from './motif-settings';
import { OutlineSettings } from './outline-settings';
import { duplicateParts } from '../editor/part-actions';
import { PictureSettings } from './picture';
import { ShapeSettings } from './shape-settings';
import { ShadeSettings } from './shade-settings';
import { ReliefSettings } from './relief-settings';
import { RepeatSettings } from './repeat-settings';
import { TieSettings } from './tie-settings';
import { PartsWear } from './wear-settings';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/inspector';

/** How often the numbers follow a gesture, ms. */
const NUMBERS_MS = 150;

/** What only a kind of part has: the settings of a new kind are a component and a line here. */
const OWN: { [K in PartKind]: ComponentType<{ part: Extract<Part, { kind: K }>; design: Design }> } = {
  lettering: LetteringSettings,
  motif: MotifSettings,
  shape: ShapeSettings,
  line: LineSettings,
  picture: PictureSettings,
  code: CodeSettings,
};

const positive = (v: number) => (v > 0 ? null : say('mustBeOver0'));

/** The settings of one part, in the order in which they are usually changed. */
export function PartSettings({ part: made, design }: { part: Part; design: Design }) {
  const live = useLive(NUMBERS_MS)?.find((e) => e.op === 'place' && e.part === made.id);
  const part: Part = live?.op === 'place' ? { ...made, place: { ...made.place, ...live.place } } : made;
  const edit = useEdit();
  const { dpi } = design.board;
  const local = partLocalBox(part, design, materials);
  const box = transformBox(local, partMatrix(part));
  const { x, y, turn, scaleX, scaleY } = part.place;
  const empty = isEmptyBox(local);
  const width = boxWidth(local) * Math.abs(scaleX);
  const height = boxHeight(local) * Math.abs(scaleY);
  const place = (label: string, change: Partial<Part['place']>) =>
    edit.make(label, [{ op: 'place', part: part.id, place: change }], { gesture: `${label} ${part.id}` });
  const scale = (k: number) => {
    // Grow about the middle of the box, not about the part's own origin.
    const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
    place(say('changeTheSize'), {
      x: cx + (x - cx) * k,
      y: cy + (y - cy) * k,
      scaleX: scaleX * k,
      scaleY: scaleY * k,
    });
  };
  // A shape that has a width and a height of its own is not given two others.
  const hasMeasures = part.kind === 'shape' && 'width' in part.values && 'height' in part.values;
  const Own = OWN[part.kind] as ComponentType<{ part: Part; design: Design }>;
  const flip = () => {
    const cx = (box.left + box.right) / 2;
    place(say('flip'), { x: 2 * cx - x, scaleX: -scaleX, turn: -turn });
  };
  return (
    <div className="flex flex-col gap-2.5 border-t border-line p-2.5">
      <Own part={part} design={design} />
      {!empty && (
        <div className="grid grid-cols-3 gap-1.5">
          <LengthField
            label={say('left')}
            dpi={dpi}
            value={box.left}
            disabled={part.locked}
            onChange={(v) => place(say('move'), { x: x + v - box.left })}
          />
          <LengthField
            label={say('top')}
            dpi={dpi}
            value={box.top}
            disabled={part.locked}
            onChange={(v) => place(say('move'), { y: y + v - box.top })}
          />
          <NumberField
            label={say('turn')}
            digits={1}
            value={turn}
            disabled={part.locked}
            onChange={(v) => place(say('turn2'), { turn: v })}
          />
          {!hasMeasures && (
            <>
              <LengthField
                label={say('width')}
                dpi={dpi}
                value={width}
                check={positive}
                disabled={part.locked}
                onChange={(v) => scale(v / width)}
              />
              <LengthField
                label={say('height')}
                dpi={dpi}
                value={height}
                check={positive}
                disabled={part.locked}
                onChange={(v) => scale(v / height)}
              />
            </>
          )}
          <NumberField
            label={say('opacity')}
            digits={0}
            value={part.opacity * 100}
            check={(v) => (v >= 0 && v <= 100 ? null : say('n0To100'))}
            onChange={(v) =>
              edit.part(part.id, say('changeTheOpacity'), { opacity: v / 100 }, `opacity ${part.id}`)
            }
          />
          <BlendField
            title={say('howItMeetsTheArtwork')}
            value={part.blend}
            onChange={(blend) => edit.part(part.id, say('blend'), { blend })}
          />
        </div>
      )}
      <BlendNote blend={part.blend} what={say('itMeets')} />
      {isDressed(part) && <KeylineSettings part={part} design={design} />}
      {isDressed(part) && (part.keylines.length > 0 || part.hollow) && (
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={part.hollow}
            onChange={(e) => edit.part(part.id, say('hollow'), { hollow: e.target.checked })}
          />
          {say('hollowOnlyItsKeylinesShow')}
        </label>
      )}
      {isDressed(part) && <ShadeSettings part={part} design={design} />}
      {isDressed(part) && <ReliefSettings part={part} design={design} />}
      <OutlineSettings parts={[part]} design={design} />
      <RepeatSettings parts={[part]} design={design} />
      <TieSettings parts={[part]} design={design} />
      <PartsWear parts={[part]} design={design} />
      {part.kind !== 'code' && (
        <label className="flex items-center gap-2 text-[13px]" title={say('whereItCannotBeTold')}>
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={part.mustRead}
            onChange={(e) => edit.part(part.id, say('mustRead'), { mustRead: e.target.checked })}
          />
          {say('hasToBeLegible')}
        </label>
      )}
      {part.kind === 'lettering' && (
        <label className="flex items-center gap-2 text-[13px]">
          <span className="shrink-0 text-muted" title={say('whereAStarterMadeOf')}>
            {say('aStarterAsksHereFor')}
          </span>
          <input
            key={part.slot}
            className="field flex-1"
            placeholder={say('nothingItStays')}
            maxLength={60}
            defaultValue={part.slot ?? ''}
            onKeyDown={(e) => leaveField(e, part.slot ?? '')}
            onBlur={(e) => {
              const slot = e.target.value.trim() || null;
              if (slot !== part.slot) edit.part(part.id, say('nameAPlace'), { slot });
            }}
          />
        </label>
      )}
      <div className="flex items-center gap-1">
        <input
          key={part.name}
          aria-label={say('nameOfThePart')}
          placeholder={say('name')}
          defaultValue={part.name}
          maxLength={300}
          className="field flex-1"
          onKeyDown={(e) => leaveField(e, part.name)}
          onBlur={(e) =>
            e.target.value !== part.name && edit.part(part.id, say('rename'), { name: e.target.value })
          }
        />
        <IconButton label={say('flipLeftAndRight')} onClick={flip} disabled={part.locked}>
          <FlipHorizontal2 size={16} />
        </IconButton>
        <IconButton
          label={say('duplicate')}
          keys="Ctrl D"
          onClick={() => duplicateParts(edit, design, [part.id])}
        >
          <Copy size={16} />
        </IconButton>
        <IconButton label={say('remove2')} keys="Delete" onClick={() => edit.remove([part.id])}>
          <Trash2 size={16} />
        </IconButton>
      </div>
    </div>
  );
}
