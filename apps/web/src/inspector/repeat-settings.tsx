import { applyEdits, unitsOf, type Design, type Edit } from '@brelm/core/design';
import { MOST_COPIES, type Part, type Repeat } from '@brelm/core/parts';
import { beginRepeats, breakApartEdits, middleOf, partLocalBox, partMatrix } from '@brelm/core/resolve';
import { transformBox } from '@brelm/core/geometry';
import { materials } from '../platform/materials';
import { Button, LengthField, NumberField, SelectField } from '../ui';
import { useEdit } from '../editor/use-edit';

const middle = (part: Part, design: Design) =>
  middleOf(part, partLocalBox(part, design, materials), partMatrix(part));

const boxOf = (part: Part, design: Design) =>
  transformBox(partLocalBox(part, design, materials), partMatrix(part));

/** Edits that give parts live copies; a bundle is copied as one. */
function beginEdits(kind: Repeat['kind'], parts: readonly Part[], design: Design): Edit[] {
  const units = unitsOf(
    design,
    parts.map((p) => p.id),
  );
  return units.flatMap((unit) => {
    const own = parts.filter((p) => unit.parts.includes(p.id));
    const repeats = beginRepeats(
      kind,
      own.map((p) => boxOf(p, design)),
      design.board,
    );
    return own.map((p, i): Edit => ({ op: 'updatePart', part: p.id, change: { repeat: repeats[i] } }));
  });
}

/** Live copies of what is selected: in steps, or in a ring around one centre. */
export function RepeatSettings({ parts, design }: { parts: Part[]; design: Design }) {
  const edit = useEdit();
  const { dpi } = design.board;
  const kinds = new Set(parts.map((p) => p.repeat?.kind ?? 'none'));
  const kind = kinds.size === 1 ? [...kinds][0] : 'none';
  const first = parts[0]?.repeat ?? null;
  const one = parts.length === 1;
  const set = (label: string, change: (repeat: Repeat) => Repeat) =>
    edit.make(
      label,
      parts.flatMap((p): Edit[] =>
        p.repeat ? [{ op: 'updatePart', part: p.id, change: { repeat: change(p.repeat) } }] : [],
      ),
      { gesture: `${label} ${parts.map((p) => p.id).join()}` },
    );
  const choose = (wanted: string) => {
    if (wanted === kind) return;
    edit.make(
      wanted === 'none' ? 'No copies' : wanted === 'step' ? 'Copies in steps' : 'Copies in a ring',
      wanted === 'none'
        ? parts.map((p): Edit => ({ op: 'updatePart', part: p.id, change: { repeat: null } }))
        : beginEdits(wanted as Repeat['kind'], parts, design),
    );
  };
  const breakApart = () => {
    let now = design;
    const edits: Edit[] = [];
    const select: string[] = [];
    for (const part of parts) {
      const broken = breakApartEdits(now, part, middle(part, now));
      edits.push(...broken.edits);
      select.push(...broken.select);
      now = applyEdits(now, broken.edits);
    }
    edit.make('Break copies apart', edits, { select });
  };
  const radius = first ? Math.hypot(first.dx, first.dy) : 0;
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[1fr_auto] items-end gap-1.5">
        <SelectField label="Live copies" value={kind} onChange={(e) => choose(e.target.value)}>
          <option value="none">none</option>
          <option value="step">in steps</option>
          <option value="ring">in a ring</option>
        </SelectField>
        {first && kind !== 'none' && (
          <Button
            className="!h-7 !px-2"
            title="Make each copy a part of its own"
            disabled={parts.some((p) => p.locked)}
            onClick={breakApart}
          >
            Break apart
          </Button>
        )}
      </div>
      {first && kind !== 'none' && (
        <div className="grid grid-cols-3 gap-1.5">
          <NumberField
            label="How many"
            digits={0}
            value={first.count}
            check={(v) => (v >= 2 && v <= MOST_COPIES ? null : `2 to ${MOST_COPIES}`)}
            onChange={(count) => set('How many copies', (r) => ({ ...r, count: Math.round(count) }))}
          />
          {first.kind === 'step' && (
            <>
              <LengthField
                label="Across"
                dpi={dpi}
                value={first.dx}
                check={(v) => (Math.abs(v) <= 20000 ? null : 'up to 20,000 px')}
                onChange={(dx) => set('Step across', (r) => ({ ...r, dx }))}
              />
              <LengthField
                label="Down"
                dpi={dpi}
                value={first.dy}
                check={(v) => (Math.abs(v) <= 20000 ? null : 'up to 20,000 px')}
                onChange={(dy) => set('Step down', (r) => ({ ...r, dy }))}
              />
              <NumberField
                label="Turn each °"
                digits={1}
                value={first.turn}
                check={(v) => (Math.abs(v) <= 360 ? null : '−360 to 360')}
                onChange={(turn) => set('Turn of a step', (r) => (r.kind === 'step' ? { ...r, turn } : r))}
              />
              <NumberField
                label="Size each %"
                digits={1}
                value={first.scale * 100}
                check={(v) => (v >= 10 && v <= 1000 ? null : '10 to 1000')}
                onChange={(v) =>
                  set('Size of a step', (r) => (r.kind === 'step' ? { ...r, scale: v / 100 } : r))
                }
              />
            </>
          )}
          {first.kind === 'ring' && (
            <>
              {one && (
                <LengthField
                  label="Ring radius"
                  dpi={dpi}
                  value={radius}
                  check={(v) => (v > 0 && v <= 20000 ? null : 'over 0')}
                  onChange={(v) =>
                    set('Radius of the ring', (r) =>
                      radius > 0
                        ? { ...r, dx: (r.dx * v) / radius, dy: (r.dy * v) / radius }
                        : { ...r, dy: v },
                    )
                  }
                />
              )}
              <NumberField
                label="Over °"
                digits={1}
                value={first.sweep}
                check={(v) => (Math.abs(v) <= 360 ? null : '−360 to 360')}
                onChange={(sweep) =>
                  set('Sweep of the ring', (r) => (r.kind === 'ring' ? { ...r, sweep } : r))
                }
              />
              <label className="col-span-3 flex items-center gap-2 text-[13px]">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-spruce"
                  checked={first.upright}
                  onChange={(e) => {
                    const upright = e.target.checked;
                    set('Upright copies', (r) => (r.kind === 'ring' ? { ...r, upright } : r));
                  }}
                />
                Copies stay upright
              </label>
            </>
          )}
        </div>
      )}
    </div>
  );
}
