import { Brush, PenTool, Plus, X } from 'lucide-react';
import { useRef, useState, type ComponentType, type PointerEvent } from 'react';
import { inkValues, type Design } from '@brelm/core/design';
import { lightOn, type PicturePart } from '@brelm/core/parts';
import { monotone, treatmentFor, type Step, type StepKind, type Stroke } from '@brelm/core/steps';
import { useTools } from '../../board/tools';
import { InkSelect } from '../../editor/ink-select';
import { useEdit } from '../../editor/use-edit';
import { useAppSelector } from '../../store';
import { Button, IconButton, notify, SelectField } from '../../ui';
import { pictureTones } from '../../workers/picture-client';
import { Amount } from './amount';
import { Histogram } from './histogram';
import { useSameTreatment } from './use-same-treatment';
import type { Measure, SetStep } from './step-fields';

/** What the settings of a step of one kind are given. */
export interface OwnProps<K extends StepKind> {
  step: Extract<Step, { kind: K }>;
  at: number;
  part: PicturePart;
  design: Design;
  measure: Measure;
  onSet: SetStep;
}

/** What is done to a part's picture before one of its steps, in the open colourway. */
function useBefore(part: PicturePart, design: Design, at: number) {
  const colourway = useAppSelector((s) => s.editor.colourway);
  const inks = inkValues(design, colourway);
  return treatmentFor(
    part.steps.slice(0, at),
    (ink) => inks.get(ink) ?? '#000000',
    lightOn(part.place, design.light),
  );
}

function LevelsSettings({ step, at, part, design, onSet }: OwnProps<'levels'>) {
  const found = design.materials.find((m) => m.id === part.material);
  const before = useSameTreatment(useBefore(part, design, at));
  const { black, white, grey } = step;
  const set = (change: Partial<typeof step>, key: string) => onSet(change, 'Levels', key);
  return (
    <>
      {found?.sha256 && (
        <Histogram sha256={found.sha256} before={before} scale={found.width} black={black} white={white} />
      )}
      <Amount
        label="Black point %"
        digits={1}
        value={black * 100}
        min={0}
        max={100}
        step={0.5}
        onChange={(v) => set({ black: v / 100 }, 'black')}
      />
      <Amount
        label="Grey point γ"
        value={grey}
        min={0.2}
        max={4}
        least={0.1}
        most={10}
        step={0.02}
        onChange={(v) => set({ grey: v }, 'grey')}
      />
      <Amount
        label="White point %"
        digits={1}
        value={white * 100}
        min={0}
        max={100}
        step={0.5}
        onChange={(v) => set({ white: v / 100 }, 'white')}
      />
    </>
  );
}

const CURVE_SIDE = 200;

function CurveSettings({ step, onSet }: OwnProps<'curve'>) {
  const svg = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState(0);
  const points = [...step.points].sort((a, b) => a[0] - b[0]);
  const f = monotone(points);
  const here = Math.min(chosen, points.length - 1);
  const set = (next: [number, number][], gesture?: string) => onSet({ points: next }, 'Curve', gesture);
  const place = (e: PointerEvent): [number, number] => {
    const frame = svg.current!.getBoundingClientRect();
    const clamp = (v: number) => Math.max(0, Math.min(1, v));
    return [clamp((e.clientX - frame.left) / frame.width), clamp(1 - (e.clientY - frame.top) / frame.height)];
  };
  const put = (i: number, [x, y]: [number, number], gesture?: string) => {
    const clamp = (v: number) => Math.max(0, Math.min(1, v));
    // A point stays between its neighbours.
    const left = i > 0 ? points[i - 1][0] + 0.005 : 0;
    const right = i < points.length - 1 ? points[i + 1][0] - 0.005 : 1;
    set(points.with(i, [Math.max(left, Math.min(right, clamp(x))), clamp(y)]), gesture);
  };
  return (
    <div>
      <svg
        ref={svg}
        viewBox={`0 0 ${CURVE_SIDE} ${CURVE_SIDE}`}
        role="group"
        aria-label="Curve: what goes in from left to right, what comes out upwards"
        className="block w-full touch-none rounded-sm bg-paper"
        onPointerDown={(e) => {
          if (e.button !== 0 || points.length >= 16) return;
          const [x, y] = place(e);
          const at = points.findIndex((p) => p[0] > x);
          const i = at < 0 ? points.length : at;
          setChosen(i);
          set(points.toSpliced(i, 0, [x, y]));
        }}
      >
        {[0.25, 0.5, 0.75].map((t) => (
          <path
            key={t}
            d={`M${t * CURVE_SIDE} 0V${CURVE_SIDE}M0 ${t * CURVE_SIDE}H${CURVE_SIDE}`}
            className="stroke-line"
          />
        ))}
        <path
          d={Array.from(
            { length: 101 },
            (_, i) => `${i ? 'L' : 'M'}${i * 2} ${(1 - f(i / 100)) * CURVE_SIDE}`,
          ).join('')}
          fill="none"
          className="stroke-spruce"
          strokeWidth={2}
        />
        {points.map(([x, y], i) => (
          <circle
            key={i}
            cx={x * CURVE_SIDE}
            cy={(1 - y) * CURVE_SIDE}
            r={6}
            tabIndex={0}
            role="button"
            aria-label={`Point ${i + 1}: ${Math.round(x * 100)} % becomes ${Math.round(y * 100)} %`}
            className={`cursor-move stroke-spruce ${i === here ? 'fill-ochre' : 'fill-card'}`}
            strokeWidth={1.6}
            onFocus={() => setChosen(i)}
            onPointerDown={(e) => {
              e.stopPropagation();
              setChosen(i);
              e.currentTarget.setPointerCapture(e.pointerId);
            }}
            onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && put(i, place(e), 'curve')}
            onKeyDown={(e) => {
              const step = e.shiftKey ? 0.1 : 0.01;
              const by = {
                ArrowLeft: [-step, 0],
                ArrowRight: [step, 0],
                ArrowUp: [0, step],
                ArrowDown: [0, -step],
              }[e.key];
              if (by) put(i, [x + by[0], y + by[1]], `curve point ${i}`);
              else if ((e.key === 'Delete' || e.key === 'Backspace') && points.length > 2)
                set(points.toSpliced(i, 1));
              else return;
              e.preventDefault();
              e.stopPropagation();
            }}
          />
        ))}
      </svg>
      <p className="mt-0.5 text-[11.5px] text-muted">
        A click adds a point; Delete takes the chosen one away.
      </p>
    </div>
  );
}

function MatchSettings({ step, part, design, onSet }: OwnProps<'match'>) {
  const colourway = useAppSelector((s) => s.editor.colourway);
  const inks = inkValues(design, colourway);
  const others = design.parts.filter((p): p is PicturePart => p.kind === 'picture' && p.id !== part.id);
  const take = async (id: string) => {
    const other = others.find((p) => p.id === id);
    const found = design.materials.find((m) => m.id === other?.material);
    if (!other || !found?.sha256) return;
    const before = treatmentFor(
      other.steps,
      (ink) => inks.get(ink) ?? '#000000',
      lightOn(other.place, design.light),
    );
    try {
      const { tones } = await pictureTones(found.sha256, before, found.width);
      onSet({ from: other.name || found.name, ...tones }, 'Match');
    } catch {
      notify('fault', 'The other picture could not be read.');
    }
  };
  return (
    <>
      <p className="text-[12.5px] text-muted">
        {step.from ? `As “${step.from}” was when it was chosen.` : 'Choose the picture whose tones it takes.'}
      </p>
      {others.length === 0 ? (
        <p className="text-[12.5px]">There is no other picture on the board.</p>
      ) : (
        <SelectField label="Take them from" value="" onChange={(e) => void take(e.target.value)}>
          <option value="">Choose a picture…</option>
          {others.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name || 'Picture'}
            </option>
          ))}
        </SelectField>
      )}
    </>
  );
}

function TintSettings({ step, design, onSet }: OwnProps<'tint'>) {
  const { stops } = step;
  const set = (next: typeof stops, gesture?: string) => onSet({ stops: next }, 'Tint', gesture);
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  return (
    <div className="flex flex-col gap-1.5">
      {sorted.map((stop, i) => (
        <div key={i} className="grid grid-cols-[1fr_4rem_auto] items-end gap-1.5">
          <InkSelect
            label={i === 0 ? 'Dark becomes' : i === sorted.length - 1 ? 'Light becomes' : 'Between them'}
            value={stop.ink}
            design={design}
            onChange={(ink) => set(sorted.with(i, { ...stop, ink }))}
          />
          <label>
            <span className="block text-[11.5px] text-muted">at %</span>
            <input
              type="number"
              className="field"
              min={0}
              max={100}
              aria-label={`Tone ${i + 1}, %`}
              value={Math.round(stop.at * 100)}
              onChange={(e) =>
                set(
                  sorted.with(i, { ...stop, at: Math.max(0, Math.min(100, Number(e.target.value))) / 100 }),
                  `tint ${i}`,
                )
              }
            />
          </label>
          <IconButton
            label={`Remove tone ${i + 1}`}
            disabled={sorted.length === 1}
            onClick={() => set(sorted.toSpliced(i, 1))}
          >
            <X size={15} />
          </IconButton>
        </div>
      ))}
      {sorted.length < 8 && (
        <button
          type="button"
          className="inline-flex items-center gap-1 self-start text-[13px] text-spruce hover:underline"
          onClick={() => {
            const at = sorted.length > 1 ? (sorted.at(-2)!.at + sorted.at(-1)!.at) / 2 : 0.5;
            const free = design.inks.find((k) => !sorted.some((s) => s.ink === k.id)) ?? design.inks[0];
            set([...sorted, { at: Math.round(at * 100) / 100, ink: free.id }]);
          }}
        >
          <Plus size={14} aria-hidden /> another ink
        </button>
      )}
    </div>
  );
}

function BalanceSettings({ step, onSet }: OwnProps<'balance'>) {
  return (
    <>
      {(['shadows', 'middle', 'lights'] as const).map((zone) => (
        <fieldset key={zone} className="flex flex-col gap-1">
          <legend className="text-[12.5px] font-medium">
            {{ shadows: 'Shadows', middle: 'Mid-tones', lights: 'Lights' }[zone]}
          </legend>
          {(['a', 'b'] as const).map((axis) => (
            <Amount
              key={axis}
              label={axis === 'a' ? 'Green–red %' : 'Blue–yellow %'}
              digits={0}
              value={step[zone][axis] * 100}
              min={-100}
              max={100}
              step={1}
              onChange={(v) =>
                onSet({ [zone]: { ...step[zone], [axis]: v / 100 } }, 'Colour balance', `${zone} ${axis}`)
              }
            />
          ))}
        </fieldset>
      ))}
    </>
  );
}

/** A stroke over the middle of a picture, for whoever has no pointer. */
const middleStroke = ({ width, height }: { width: number; height: number }): Stroke => ({
  ...{ does: 'paint', hardness: 0.5, flow: 1, specks: 0 },
  size: Math.max(2, Math.round(Math.min(width, height) * 0.06)),
  points: [0.4, 0.5, 0.6].flatMap((t) => [Math.round(width * t), Math.round(height * t), 1]),
});

function StrokeSettings({ step, at, part, design, onSet }: OwnProps<'marks' | 'light'>) {
  const tools = useTools();
  const found = design.materials.find((m) => m.id === part.material);
  const n = step.strokes.length;
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <Button
        className="!h-7 !px-2"
        onClick={() => tools.aim({ part: part.id, step: at, of: 'step' }, 'brush')}
      >
        <Brush size={15} aria-hidden /> {step.kind === 'marks' ? 'Mark what to keep' : 'Paint'}
      </Button>
      {step.kind === 'marks' && n === 0 && found && (
        <Button
          className="!h-7 !px-2"
          onClick={() => onSet({ strokes: [middleStroke(found)] }, 'Mark the middle')}
        >
          Keep the middle
        </Button>
      )}
      <span className="text-[12.5px] text-muted">
        {n === 0 ? 'no stroke yet' : n === 1 ? '1 stroke' : `${n} strokes`}
      </span>
    </div>
  );
}

function OutlineSettings({ step, at, part, design, measure, onSet }: OwnProps<'outline'>) {
  const tools = useTools();
  const { loops, rim } = step;
  return (
    <>
      <div className="flex items-center gap-1.5">
        <Button
          className="!h-7 !px-2"
          onClick={() => tools.aim({ part: part.id, step: at, of: 'step' }, 'outline')}
        >
          <PenTool size={15} aria-hidden /> Draw outlines
        </Button>
        <span className="text-[12.5px] text-muted">
          {loops.length === 0 ? 'none yet' : loops.length === 1 ? '1 outline' : `${loops.length} outlines`}
        </span>
      </div>
      <label className="flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={rim !== null}
          onChange={(e) =>
            onSet(
              {
                rim: e.target.checked
                  ? { width: Math.max(1, 2 / measure.mmPerPx), ink: design.inks[0].id }
                  : null,
              },
              'Rim of paper',
            )
          }
        />
        A rim of paper around it
      </label>
      {rim && (
        <>
          <InkSelect
            label="Paper"
            value={rim.ink}
            design={design}
            onChange={(ink) => onSet({ rim: { ...rim, ink } }, 'Rim of paper')}
          />
          <Amount
            label="Width, mm"
            value={rim.width * measure.mmPerPx}
            min={0.2}
            max={12}
            least={Math.ceil(0.5 * measure.mmPerPx * 100) / 100}
            most={Math.floor(2000 * measure.mmPerPx)}
            step={0.1}
            onChange={(v) => onSet({ rim: { ...rim, width: v / measure.mmPerPx } }, 'Rim of paper', 'rim')}
          />
        </>
      )}
    </>
  );
}

function RaisedSettings({ step, design, onSet }: OwnProps<'raised'>) {
  const edit = useEdit();
  const own = step.from !== null;
  return (
    <>
      <Amount
        label={own ? 'Light from °' : 'Design’s light °'}
        digits={0}
        value={step.from ?? design.light}
        min={0}
        max={360}
        least={-360}
        step={1}
        onChange={(v) =>
          own
            ? onSet({ from: v }, 'Light', 'from')
            : edit.make('Light of the design', [{ op: 'setLight', light: v }], { gesture: 'light' })
        }
      />
      <label className="flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={!own}
          onChange={(e) => onSet({ from: e.target.checked ? null : design.light }, 'Light')}
        />
        Lit as the whole design is
      </label>
    </>
  );
}

type AnyOwn = ComponentType<OwnProps<StepKind>>;
/** What a kind has besides plain controls. */
export const OWN_SETTINGS: Partial<Record<StepKind, AnyOwn>> = {
  levels: LevelsSettings as unknown as AnyOwn,
  curve: CurveSettings as unknown as AnyOwn,
  match: MatchSettings as unknown as AnyOwn,
  tint: TintSettings as unknown as AnyOwn,
  balance: BalanceSettings as unknown as AnyOwn,
  marks: StrokeSettings as unknown as AnyOwn,
  light: StrokeSettings as unknown as AnyOwn,
  outline: OutlineSettings as unknown as AnyOwn,
  raised: RaisedSettings as unknown as AnyOwn,
};
