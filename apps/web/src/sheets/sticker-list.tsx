import { Plus, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import type { Sheet, SheetSticker, StickerShape } from '@brelm/core/sheet';
import { Button, IconButton, NumberField, SelectField } from '../ui';
import type { StickerState } from './use-stickers';
import { decimal } from '../words/decimal';
import { say } from '../words/sheets';

/** How many of a sticker are asked for: a number, or as many as find room. */
export type Count = number | 'fill';

/** The designs of a sheet: how large each is made, how many there are, and how many are asked for. */
export function StickerList({
  sheet,
  states,
  shapes,
  counts,
  room,
  onCount,
  onChange,
  onRemove,
  onAdd,
}: {
  sheet: Sheet;
  states: ReadonlyMap<string, StickerState>;
  shapes: ReadonlyMap<string, StickerShape>;
  counts: ReadonlyMap<string, Count>;
  /** How many of each go onto an empty sheet in a grid. */
  room: ReadonlyMap<string, number>;
  onCount: (sticker: string, count: Count) => void;
  onChange: (sticker: string, change: Partial<SheetSticker>) => void;
  onRemove: (sticker: string) => void;
  onAdd: () => void;
}) {
  return (
    <section aria-label={say('stickers')} className="flex flex-col gap-2">
      <div className="flex items-center">
        <h2 className="heading mr-auto">{say('stickers')}</h2>
        <Button onClick={onAdd}>
          <Plus size={14} aria-hidden />
          {say('addADesign')}
        </Button>
      </div>
      <ul className="flex flex-col gap-2">
        {sheet.stickers.map((s) => {
          const state = states.get(s.id);
          const art = state && state !== 'working' && 'cut' in state ? state : null;
          const shape = shapes.get(s.id);
          const count = counts.get(s.id) ?? 1;
          const lying = sheet.placed.filter((p) => p.sticker === s.id).length;
          const name = art?.name ?? s.name;
          return (
            <li key={s.id} className="rounded-md border border-line bg-card p-2">
              <div className="flex items-center gap-1">
                <Link
                  to={`/design/${s.design}/cut`}
                  className="mr-auto min-w-0 truncate font-medium hover:underline"
                  title={name}
                >
                  {name}
                </Link>
                <IconButton label={say('takeOffTheSheet', { name })} onClick={() => onRemove(s.id)}>
                  <Trash2 size={14} aria-hidden />
                </IconButton>
              </div>
              <p className="mb-1 text-[12px] text-muted">
                {art && shape
                  ? say('mmOnItFitIn', {
                      width: decimal(shape.width, 1),
                      height: decimal(shape.height, 1),
                      lying,
                      fit: room.get(s.id) ?? 0,
                    })
                  : state === 'working' || !state
                    ? say('workingOutItsCut')
                    : say('cannotBeCutOut', { fault: (state as { fault: string }).fault })}
              </p>
              {art?.begun && <p className="mb-1 text-[12px] text-rust">{say('itHasNoCutLine')}</p>}
              {art && shape && (
                <div className="grid grid-cols-2 gap-2">
                  <NumberField
                    label={say('artwork')}
                    value={Math.round(s.size * 1000) / 10}
                    digits={1}
                    check={(v) => (v >= 5 && v <= 1000 ? null : say('n5To1000'))}
                    onChange={(v) => onChange(s.id, { size: v / 100 })}
                  />
                  <SelectField
                    label={say('howMany')}
                    value={count === 'fill' ? 'fill' : String(count)}
                    onChange={(e) =>
                      onCount(s.id, e.target.value === 'fill' ? 'fill' : Number(e.target.value))
                    }
                  >
                    <option value="fill">{say('allThatFit')}</option>
                    {[...new Set([1, 2, 3, 4, 5, 6, 8, 9, 10, 12, 15, 16, 20, 24, 30, 40, 50, lying || 1])]
                      .sort((a, b) => a - b)
                      .map((n) => (
                        <option key={n} value={n}>
                          {n}
                        </option>
                      ))}
                  </SelectField>
                  {art.colourways.length > 1 && (
                    <SelectField
                      label={say('colourway')}
                      value={s.colourway ?? art.colourways[0].id}
                      onChange={(e) => onChange(s.id, { colourway: e.target.value })}
                    >
                      {art.colourways.map((c) => (
                        <option key={c.id} value={c.id}>
                          {c.name}
                        </option>
                      ))}
                    </SelectField>
                  )}
                  {art.sides.length > 1 && (
                    <SelectField
                      label={say('side')}
                      value={s.side ?? art.sides[0].id}
                      onChange={(e) => onChange(s.id, { side: e.target.value })}
                    >
                      {art.sides.map((side) => (
                        <option key={side.id} value={side.id}>
                          {side.name || side.id}
                        </option>
                      ))}
                    </SelectField>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
