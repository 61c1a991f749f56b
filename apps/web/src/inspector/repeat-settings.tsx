import { applyEdits, unitsOf, type Design, type Edit } from '@brelm/core/design';
import { MOST_COPIES, type Part, type Repeat } from '@brelm/core/parts';
import { beginRepeats, breakApartEdits, middleOf, partLocalBox, partMatrix } from '@brelm/core/resolve';
import { transformBox } from '@brelm/core/geometry';
import { materials } from '../platform/materials';
import { Button, LengthField, NumberField, SelectField } from '../ui';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/inspector';

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
      wanted === 'none' ? say('noCopies') : wanted === 'step' ? say('copiesInSteps') : say('copiesInARing'),
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
    edit.make(say('breakCopiesApart'), edits, { select });
  };
  const radius = first ? Math.hypot(first.dx, first.dy) : 0;
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[1fr_auto] items-end gap-1.5">
        <SelectField label={say('liveCopies')} value={kind} onChange={(e) => choose(e.target.value)}>
          <option value="none">{say('none2')}</option>
          <option value="step">{say('inSteps')}</option>
          <option value="ring">{say('inARing')}</option>
        </SelectField>
        {first && kind !== 'none' && (
          <Button
            className="!h-7 !px-2"
            title={say('makeEachCopyAPart')}
            disabled={parts.some((p) => p.locked)}
            onClick={breakApart}
          >
            {say('breakApart')}
          </Button>
        )}
      </div>
      {first && kind !== 'none' && (
        <div className="grid grid-cols-3 gap-1.5">
          <NumberField
            label={say('howMany')}
            digits={0}
            value={first.count}
            check={(v) => (v >= 2 && v <= MOST_COPIES ? null : say('n2To', { mostCopies: MOST_COPIES }))}
            onChange={(count) => set(say('howManyCopies'), (r) => ({ ...r, count: Math.round(count) }))}
          />
          {first.kind === 'step' && (
            <>
              <LengthField
                label={say('across')}
                dpi={dpi}
                value={first.dx}
                check={(v) => (Math.abs(v) <= 20000 ? null : say('upTo20000Px2'))}
                onChange={(dx) => set(say('stepAcross'), (r) => ({ ...r, dx }))}
              />
              <LengthField
                label={say('down')}
                dpi={dpi}
                value={first.dy}
                check={(v) => (Math.abs(v) <= 20000 ? null : say('upTo20000Px2'))}
                onChange={(dy) => set(say('stepDown'), (r) => ({ ...r, dy }))}
              />
              <NumberField
                label={say('turnEach')}
                digits={1}
                value={first.turn}
                check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
                onChange={(turn) => set(say('turnOfAStep'), (r) => (r.kind === 'step' ? { ...r, turn } : r))}
              />
              <NumberField
                label={say('sizeEach')}
                digits={1}
                value={first.scale * 100}
                check={(v) => (v >= 10 && v <= 1000 ? null : say('n10To1000'))}
                onChange={(v) =>
                  set(say('sizeOfAStep'), (r) => (r.kind === 'step' ? { ...r, scale: v / 100 } : r))
                }
              />
            </>
          )}
          {first.kind === 'ring' && (
            <>
              {one && (
                <LengthField
                  label={say('ringRadius')}
                  dpi={dpi}
                  value={radius}
                  check={(v) => (v > 0 && v <= 20000 ? null : say('over0'))}
                  onChange={(v) =>
                    set(say('radiusOfTheRing'), (r) =>
                      radius > 0
                        ? { ...r, dx: (r.dx * v) / radius, dy: (r.dy * v) / radius }
                        : { ...r, dy: v },
                    )
                  }
                />
              )}
              <NumberField
                label={say('over')}
                digits={1}
                value={first.sweep}
                check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
                onChange={(sweep) =>
                  set(say('sweepOfTheRing'), (r) => (r.kind === 'ring' ? { ...r, sweep } : r))
                }
              />
              <label className="col-span-3 flex items-center gap-2 text-[13px]">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-spruce"
                  checked={first.upright}
                  onChange={(e) => {
                    const upright = e.target.checked;
                    set(say('uprightCopies'), (r) => (r.kind === 'ring' ? { ...r, upright } : r));
                  }}
                />
                {say('copiesStayUpright')}
              </label>
            </>
          )}
        </div>
      )}
    </div>
  );
}
