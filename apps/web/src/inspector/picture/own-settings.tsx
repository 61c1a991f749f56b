import { Brush, PenTool, Plus, X } from 'lucide-react';
import type { ComponentType } from 'react';
import type { StepKind, Stroke } from '@brelm/core/steps';
import { useTools } from '../../board/tools';
import { InkSelect } from '../../editor/ink-select';
import { Amount, Button, IconButton } from '../../ui';
import { CurveSettings } from './curve-settings';
import type { OwnProps } from './own-props';
import { GroundSettings, LevelsSettings, MatchSettings } from './reading-settings';
import { LightField } from '../light-field';
import { SurfaceSettings } from './surface-settings';
import { say } from '../../words/picture';

function TintSettings({ step, design, onSet }: OwnProps<'tint'>) {
  const { stops } = step;
  const set = (next: typeof stops, gesture?: string) => onSet({ stops: next }, say('tint'), gesture);
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  return (
    <div className="flex flex-col gap-1.5">
      {sorted.map((stop, i) => (
        <div key={i} className="grid grid-cols-[1fr_4rem_auto] items-end gap-1.5">
          <InkSelect
            label={
              i === 0
                ? say('darkBecomes')
                : i === sorted.length - 1
                  ? say('lightBecomes')
                  : say('betweenThem')
            }
            value={stop.ink}
            design={design}
            onChange={(ink) => set(sorted.with(i, { ...stop, ink }))}
          />
          <label>
            <span className="block text-[11.5px] text-muted">{say('at')}</span>
            <input
              type="number"
              className="field"
              min={0}
              max={100}
              aria-label={say('tone', { i: i + 1 })}
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
            label={say('removeTone', { i: i + 1 })}
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
          <Plus size={14} aria-hidden /> {say('anotherInk')}
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
            {{ shadows: say('shadows'), middle: say('midTones'), lights: say('lights') }[zone]}
          </legend>
          {(['a', 'b'] as const).map((axis) => (
            <Amount
              key={axis}
              label={axis === 'a' ? say('greenRed') : say('blueYellow')}
              digits={0}
              value={step[zone][axis] * 100}
              min={-100}
              max={100}
              step={1}
              onChange={(v) =>
                onSet({ [zone]: { ...step[zone], [axis]: v / 100 } }, say('colourBalance'), `${zone} ${axis}`)
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
        <Brush size={15} aria-hidden /> {step.kind === 'marks' ? say('markWhatToKeep') : say('paint')}
      </Button>
      {step.kind === 'marks' && n === 0 && found && (
        <Button
          className="!h-7 !px-2"
          onClick={() => onSet({ strokes: [middleStroke(found)] }, say('markTheMiddle'))}
        >
          {say('keepTheMiddle')}
        </Button>
      )}
      <span className="text-[12.5px] text-muted">
        {n === 0 ? say('noStrokeYet') : n === 1 ? say('n1Stroke') : say('strokes', { n })}
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
          <PenTool size={15} aria-hidden /> {say('drawOutlines')}
        </Button>
        <span className="text-[12.5px] text-muted">
          {loops.length === 0
            ? say('noneYet')
            : loops.length === 1
              ? say('n1Outline')
              : say('outlines', { loops: loops.length })}
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
              say('rimOfPaper'),
            )
          }
        />
        {say('aRimOfPaperAround')}
      </label>
      {rim && (
        <>
          <InkSelect
            label={say('paper')}
            value={rim.ink}
            design={design}
            onChange={(ink) => onSet({ rim: { ...rim, ink } }, say('rimOfPaper'))}
          />
          <Amount
            label={say('widthMm')}
            value={rim.width * measure.mmPerPx}
            min={0.2}
            max={12}
            least={Math.ceil(0.5 * measure.mmPerPx * 100) / 100}
            most={Math.floor(2000 * measure.mmPerPx)}
            step={0.1}
            onChange={(v) => onSet({ rim: { ...rim, width: v / measure.mmPerPx } }, say('rimOfPaper'), 'rim')}
          />
        </>
      )}
    </>
  );
}

const RaisedSettings = ({ step, design, onSet }: OwnProps<'raised'>) => (
  <LightField
    from={step.from}
    design={design}
    onSet={(from, gesture) => onSet({ from }, say('light2'), gesture)}
  />
);

type AnyOwn = ComponentType<OwnProps<StepKind>>;
/** What a kind has besides plain controls. */
export const OWN_SETTINGS: Partial<Record<StepKind, AnyOwn>> = {
  ground: GroundSettings as unknown as AnyOwn,
  levels: LevelsSettings as unknown as AnyOwn,
  curve: CurveSettings as unknown as AnyOwn,
  match: MatchSettings as unknown as AnyOwn,
  tint: TintSettings as unknown as AnyOwn,
  balance: BalanceSettings as unknown as AnyOwn,
  marks: StrokeSettings as unknown as AnyOwn,
  light: StrokeSettings as unknown as AnyOwn,
  outline: OutlineSettings as unknown as AnyOwn,
  raised: RaisedSettings as unknown as AnyOwn,
  surface: SurfaceSettings as unknown as AnyOwn,
};
