import type { Design } from '@brelm/core/design';
import { partTitle, type LetteringPart, givesOutline, letteringBlock } from '@brelm/core/parts';
import { ontoBoard, partLocalBox, partMatrix } from '@brelm/core/resolve';
import { applyMatrix, boxCentre, boxWidth, isEmptyBox } from '@brelm/core/geometry';
import { BASELINE_KINDS, type Baseline } from '@brelm/core/type';
import { materials } from '../../platform/materials';
import { LengthField, NumberField, SelectField } from '../../ui';
import { useEdit } from '../../editor/use-edit';
import { Section } from './section';
import { say } from '../../words/lettering';

const NAMES: Record<Baseline['kind'], string> = {
  straight: say('straight'),
  arch: say('arch'),
  ring: say('ring'),
  wave: say('wave'),
  slope: say('slope'),
  along: say('alongAPart'),
};

/** How far the words' middle lies above the block's origin, px. */
const radiusOf = (baseline: Baseline): number => (baseline.kind === 'ring' ? baseline.radius : 0);

/** What lines run along, and how. */
export function BaselineSettings({ part, design }: { part: LetteringPart; design: Design }) {
  const edit = useEdit();
  const { dpi } = design.board;
  const { baseline } = part;
  const ways = design.parts.filter((p) => p.id !== part.id && givesOutline(p));
  const set = (next: Baseline, label = say('changeTheBaseline'), gesture?: string) =>
    edit.part(part.id, label, { baseline: next }, gesture);
  const change = (value: Partial<Baseline>, gesture = `baseline ${part.id}`) =>
    set({ ...baseline, ...value } as Baseline, say('changeTheBaseline'), gesture);

  const choose = (kind: Baseline['kind']) => {
    const straight = letteringBlock({ ...part, baseline: { kind: 'straight' } }, materials, () => null);
    const width = isEmptyBox(straight.box) ? 1000 : Math.max(100, boxWidth(straight.box));
    const round = (v: number) => Math.max(10, Math.round(v));
    const starts: Record<Baseline['kind'], Baseline> = {
      straight: { kind: 'straight' },
      arch: { kind: 'arch', by: 'height', value: round(width / 5) },
      ring: {
        kind: 'ring',
        radius: round(width / 2.4),
        start: 0,
        direction: 'clockwise',
        side: 'outside',
        halves: part.lines.length > 1,
        separator: part.lines.length > 1 ? '•' : '',
      },
      wave: { kind: 'wave', length: round(width / 1.5), height: round(width / 10), phase: 0 },
      slope: { kind: 'slope', degrees: 12 },
      along: { kind: 'along', part: ways[0]?.id ?? '', start: 0.25, flip: false },
    };
    const next = starts[kind];
    // On another part's outline the lettering counts board px; when it comes off, it stays where it is seen.
    if (kind === 'along')
      edit.part(part.id, say('runAlongAPart'), {
        baseline: next,
        lines: part.lines.map((l) => ({ ...l, size: l.size * Math.abs(part.place.scaleY) })),
        place: { x: 0, y: 0, turn: 0, scaleX: 1, scaleY: 1 },
      });
    else if (baseline.kind === 'along') {
      const box = partLocalBox(part, design, materials);
      const [x, y] = isEmptyBox(box)
        ? [design.board.width / 2, design.board.height / 2]
        : applyMatrix(partMatrix(part), ...boxCentre(box));
      edit.part(part.id, say('changeTheBaseline'), { baseline: next, place: { ...part.place, x, y } });
    } else {
      // A ring's origin is its centre: its words stay where they were, at the top or the bottom of it.
      const down = radiusOf(next) - radiusOf(baseline);
      const [x, y] = applyMatrix(partMatrix(part), 0, down);
      const bent = { ...part, baseline: next, place: { ...part.place, x, y } };
      // What a ring or an arch adds around the words shall not lie off the board.
      edit.part(part.id, say('changeTheBaseline'), {
        baseline: next,
        place: ontoBoard(bent, design, materials),
      });
    }
  };

  const angle = (v: number) => (Math.abs(v) <= 360 ? null : say('n360To360'));
  return (
    <Section title={say('baseline')} state={NAMES[baseline.kind]} set={baseline.kind !== 'straight'}>
      <SelectField
        label={say('wordsRun')}
        value={baseline.kind}
        onChange={(e) => choose(e.target.value as Baseline['kind'])}
      >
        {BASELINE_KINDS.map((kind) => (
          <option key={kind} value={kind} disabled={kind === 'along' && ways.length === 0}>
            {say('noShapeLineOrFigure', {
              names: NAMES[kind],
              hasNone: kind === 'along' && ways.length === 0,
            })}
          </option>
        ))}
      </SelectField>
      {baseline.kind === 'arch' && (
        <div className="grid grid-cols-2 gap-1.5">
          <SelectField
            label={say('by')}
            value={baseline.by}
            onChange={(e) =>
              set({
                ...baseline,
                by: e.target.value as 'height' | 'radius',
                value: Math.round(e.target.value === 'radius' ? baseline.value * 4 : baseline.value / 4),
              })
            }
          >
            <option value="height">{say('height')}</option>
            <option value="radius">{say('radius')}</option>
          </SelectField>
          <LengthField
            label={say('upByDown')}
            dpi={dpi}
            value={baseline.value}
            check={(v) => (Math.abs(v) <= 60000 ? null : say('upTo60000Px'))}
            onChange={(value) => change({ value })}
          />
        </div>
      )}
      {baseline.kind === 'ring' && (
        <>
          <div className="grid grid-cols-2 gap-1.5">
            <LengthField
              label={say('radius2')}
              dpi={dpi}
              value={baseline.radius}
              check={(v) => (v >= 1 && v <= 60000 ? null : say('n1To60000Px'))}
              onChange={(radius) => change({ radius })}
            />
            <SelectField
              label={say('reads')}
              value={
                baseline.halves
                  ? 'halves'
                  : baseline.direction === 'counter'
                    ? 'under'
                    : baseline.start === 180
                      ? 'around'
                      : 'over'
              }
              onChange={(e) => {
                const v = e.target.value;
                change(
                  {
                    halves: v === 'halves',
                    direction: v === 'under' ? 'counter' : 'clockwise',
                    start: v === 'under' || v === 'around' ? 180 : 0,
                  },
                  undefined,
                );
              }}
            >
              <option value="over">{say('overTheTop')}</option>
              <option value="under">{say('underUpright')}</option>
              <option value="around">{say('aroundFromBelow')}</option>
              <option value="halves">{say('bothHalves')}</option>
            </SelectField>
          </div>
          <div className="grid grid-cols-2 gap-1.5">
            <SelectField
              label={say('lettersStand')}
              value={baseline.side}
              onChange={(e) => change({ side: e.target.value as 'outside' | 'inside' }, undefined)}
            >
              <option value="outside">{say('outside')}</option>
              <option value="inside">{say('inside')}</option>
            </SelectField>
            <NumberField
              label={say('turned')}
              digits={1}
              value={baseline.start}
              check={angle}
              onChange={(start) => change({ start })}
            />
          </div>
          {baseline.halves && (
            <label className="block">
              <span className="block text-[11.5px] text-muted">{say('betweenTheHalves')}</span>
              <input
                className="field"
                maxLength={20}
                placeholder={say('nothing')}
                value={baseline.separator}
                onChange={(e) => change({ separator: e.target.value })}
              />
            </label>
          )}
        </>
      )}
      {baseline.kind === 'wave' && (
        <div className="grid grid-cols-3 gap-1.5">
          <LengthField
            label={say('length')}
            dpi={dpi}
            value={baseline.length}
            check={(v) => (v >= 10 && v <= 60000 ? null : say('n10To60000Px'))}
            onChange={(length) => change({ length })}
          />
          <LengthField
            label={say('height2')}
            dpi={dpi}
            value={baseline.height}
            check={(v) => (Math.abs(v) <= 20000 ? null : say('upTo20000Px'))}
            onChange={(height) => change({ height })}
          />
          <NumberField
            label={say('phase')}
            digits={0}
            value={baseline.phase}
            check={angle}
            onChange={(phase) => change({ phase })}
          />
        </div>
      )}
      {baseline.kind === 'slope' && (
        <NumberField
          label={say('risesBy')}
          digits={1}
          value={baseline.degrees}
          check={(v) => (Math.abs(v) <= 89 ? null : say('n89To89'))}
          onChange={(degrees) => change({ degrees })}
        />
      )}
      {baseline.kind === 'along' && (
        <>
          <SelectField
            label={say('along')}
            value={baseline.part}
            onChange={(e) => change({ part: e.target.value }, undefined)}
          >
            {!ways.some((p) => p.id === baseline.part) && (
              <option value={baseline.part}>{say('aPartThatIsGone')}</option>
            )}
            {ways.map((p) => (
              <option key={p.id} value={p.id}>
                {partTitle(p)}
              </option>
            ))}
          </SelectField>
          <div className="grid grid-cols-[1fr_auto] items-end gap-2">
            <NumberField
              label={say('placedAtOfItsLength')}
              digits={1}
              value={baseline.start * 100}
              check={(v) => (v >= 0 && v <= 100 ? null : say('n0To100'))}
              onChange={(v) => change({ start: v / 100 })}
            />
            <label className="flex h-7 items-center gap-1.5 text-[13px]">
              <input
                type="checkbox"
                className="h-4 w-4 accent-spruce"
                checked={baseline.flip}
                onChange={(e) => change({ flip: e.target.checked }, undefined)}
              />
              {say('otherSide')}
            </label>
          </div>
        </>
      )}
      {baseline.kind !== 'straight' && (
        <label className="flex items-center gap-1.5 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={part.upright}
            onChange={(e) => edit.part(part.id, say('keepLettersUpright'), { upright: e.target.checked })}
          />
          {say('lettersStayUpright')}
        </label>
      )}
    </Section>
  );
}
