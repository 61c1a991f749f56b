import { Plus, X } from 'lucide-react';
import type { Design } from '@brelm/core/design';
import type { Part, Shade } from '@brelm/core/parts';
import { IconButton, LengthField, NumberField, SelectField } from '../ui';
import { InkSelect } from '../editor/ink-select';
import { otherInk } from './keyline-settings';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/inspector';

/** A shade behind a part: a copy moved aside, alone or joined to the part. */
export function ShadeSettings({ part, design }: { part: Part; design: Design }) {
  const edit = useEdit();
  const { shade } = part;
  const set = (change: Partial<Shade>, gesture?: string) =>
    edit.part(part.id, say('changeTheShade'), { shade: { ...shade!, ...change } }, gesture);
  if (!shade)
    return (
      <button
        type="button"
        className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
        onClick={() => {
          const { ink, edits } = otherInk(design, part, say('shade'));
          const by = Math.round(design.board.width / 90);
          edit.make(say('addAShade'), [
            ...edits,
            { op: 'updatePart', part: part.id, change: { shade: { kind: 'block', ink, dx: by, dy: by } } },
          ]);
        }}
      >
        <Plus size={14} aria-hidden /> {say('shade2')}
      </button>
    );
  const far = (v: number) => (Math.abs(v) <= 20000 ? null : say('upTo20000Px'));
  const { dpi } = design.board;
  const depth = Math.hypot(shade.dx, shade.dy);
  // Clockwise from the top, as the trade says where light falls.
  const angle = (Math.round(((Math.atan2(shade.dx, -shade.dy) * 180) / Math.PI) * 10) / 10 + 360) % 360;
  const towards = (degrees: number, length: number) => {
    const r = (degrees * Math.PI) / 180;
    return set({ dx: Math.sin(r) * length, dy: -Math.cos(r) * length }, `shade ${part.id}`);
  };
  const byAngle = shade.kind === 'block' || shade.kind === 'long';
  const choose = (kind: Shade['kind']) => {
    const k =
      kind === 'long' && depth > 0 && depth < design.board.width / 8 ? design.board.width / 6 / depth : 1;
    set({
      kind,
      ...(k === 1 ? {} : { dx: shade.dx * k, dy: shade.dy * k, fade: true }),
      ...(kind === 'echo' && !shade.echoes?.length
        ? {
            echoes: design.inks
              .filter((i) => i.id !== shade.ink)
              .slice(0, 2)
              .map((i) => i.id),
          }
        : {}),
    });
  };
  const echoes = shade.echoes ?? [];
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
        <SelectField
          label={say('shade')}
          value={shade.kind}
          onChange={(e) => choose(e.target.value as Shade['kind'])}
        >
          <option value="block">{say('blockJoined')}</option>
          <option value="drop">{say('dropApart')}</option>
          <option value="long">{say('long')}</option>
          <option value="echo">{say('echoes')}</option>
        </SelectField>
        <InkSelect label={say('ink')} value={shade.ink} design={design} onChange={(ink) => set({ ink })} />
        <IconButton
          label={say('removeTheShade')}
          onClick={() => edit.part(part.id, say('removeTheShade'), { shade: null })}
        >
          <X size={15} />
        </IconButton>
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        {byAngle ? (
          <>
            <NumberField
              label={say('direction')}
              digits={1}
              value={angle}
              check={(v) => (Math.abs(v) <= 360 ? null : say('n0To360'))}
              onChange={(v) => towards(v, depth)}
            />
            <LengthField
              label={say('depth')}
              dpi={dpi}
              value={depth}
              check={(v) => (v >= 0 && v <= 20000 ? null : say('n0To20000Px'))}
              onChange={(v) => towards(angle, v)}
            />
          </>
        ) : (
          <>
            <LengthField
              label={say('rightBy')}
              dpi={dpi}
              value={shade.dx}
              check={far}
              onChange={(dx) => set({ dx }, `shade ${part.id}`)}
            />
            <LengthField
              label={say('downBy')}
              dpi={dpi}
              value={shade.dy}
              check={far}
              onChange={(dy) => set({ dy }, `shade ${part.id}`)}
            />
          </>
        )}
        {shade.kind === 'drop' && (
          <LengthField
            label={say('softness2')}
            dpi={dpi}
            value={shade.soft ?? 0}
            check={(v) => (v >= 0 && v <= 1000 ? null : say('n0To1000Px'))}
            onChange={(soft) => set({ soft }, `shade soft ${part.id}`)}
          />
        )}
        {(shade.kind === 'drop' || shade.kind === 'long') && (
          <NumberField
            label={say('opacity')}
            digits={0}
            value={(shade.opacity ?? 1) * 100}
            check={(v) => (v >= 0 && v <= 100 ? null : say('n0To100'))}
            onChange={(v) => set({ opacity: v / 100 }, `shade opacity ${part.id}`)}
          />
        )}
        {shade.kind === 'long' && (
          <label className="flex items-end gap-1.5 pb-1 text-[13px]">
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={shade.fade ?? false}
              onChange={(e) => set({ fade: e.target.checked })}
            />
            {say('fadesOut')}
          </label>
        )}
        {shade.kind === 'block' &&
          (shade.keyline ? (
            <>
              <LengthField
                label={say('shadesKeyline')}
                dpi={dpi}
                value={shade.keyline.width}
                check={(v) => (v >= 0 && v <= 2000 ? null : say('n0To2000Px'))}
                onChange={(width) =>
                  set(
                    { keyline: width >= 0.1 ? { ...shade.keyline!, width } : null },
                    `shade keyline ${part.id}`,
                  )
                }
              />
              <InkSelect
                label={say('itsInk')}
                value={shade.keyline.ink}
                design={design}
                onChange={(ink) => set({ keyline: { ...shade.keyline!, ink } })}
              />
            </>
          ) : (
            <button
              type="button"
              className="col-span-2 inline-flex items-center gap-1 self-start py-0.5 text-[13px] text-spruce hover:underline"
              onClick={() =>
                set({ keyline: { ink: design.inks.at(-1)!.id, width: Math.max(3, Math.round(dpi / 40)) } })
              }
            >
              <Plus size={14} aria-hidden /> {say('keylineAroundTheShade')}
            </button>
          ))}
      </div>
      {shade.kind === 'echo' && (
        <div className="grid grid-cols-2 gap-1.5">
          {echoes.map((ink, i) => (
            <div key={i} className="flex items-end gap-0.5">
              <div className="min-w-0 flex-1">
                <InkSelect
                  label={say('echo', { i: i + 2 })}
                  value={ink}
                  design={design}
                  onChange={(to) => set({ echoes: echoes.map((e, k) => (k === i ? to : e)) })}
                />
              </div>
              <IconButton
                label={say('removeEcho', { i: i + 2 })}
                onClick={() => set({ echoes: echoes.filter((_, k) => k !== i) })}
              >
                <X size={14} />
              </IconButton>
            </div>
          ))}
          {echoes.length < 12 && (
            <button
              type="button"
              className="inline-flex items-center gap-1 self-end py-0.5 text-[13px] text-spruce hover:underline"
              onClick={() => set({ echoes: [...echoes, shade.ink] })}
            >
              <Plus size={14} aria-hidden /> {say('echo2')}
            </button>
          )}
        </div>
      )}
    </div>
  );
}
