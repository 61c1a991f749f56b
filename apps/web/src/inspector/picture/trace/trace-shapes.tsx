import { useMemo, useState } from 'react';
import {
  artOf,
  MOST_COLOURS,
  TRACE,
  type ColourFate,
  type Traced,
  type TracedOutline,
  type TraceSettings,
} from '@brelm/core/trace';
import { useEdit } from '../../../editor/use-edit';
import { Amount, notify, SelectField, Swatch } from '../../../ui';
import { tracePicture } from '../../../workers/trace-client';
import { copyMm } from './of-copy';
import { TraceFrame, type TraceProps } from './trace-frame';
import { MOST_POINTS, tracedEdits } from './traced-motif';
import { useTracing } from './use-tracing';
import { useTracedPicture } from './use-traced-picture';
import { decimal } from '../../../words/decimal';
import { say } from '../../../words/picture';

function TracedPicture({ traced, art }: { traced: Traced; art: TracedOutline[] }) {
  return (
    <svg
      viewBox={`0 0 ${traced.width} ${traced.height}`}
      role="img"
      aria-label={say('theTracedPicture')}
      className="h-full w-full"
    >
      {art.map(({ path, colour, rule, stroke }, i) => (
        <path
          key={i}
          d={path}
          fill={stroke ? 'none' : colour}
          fillRule={rule}
          stroke={stroke ? colour : undefined}
          strokeWidth={stroke?.width}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}

/** What becomes of each traced colour. */
function Colours({
  traced,
  fates,
  onFates,
}: {
  traced: Traced;
  fates: readonly (ColourFate | undefined)[];
  onFates: (fates: (ColourFate | undefined)[]) => void;
}) {
  const total = traced.colours.reduce((n, c) => n + c.area, 0) || 1;
  return (
    <ul aria-label={say('colours')} className="flex flex-col gap-1">
      {traced.colours.map(({ colour, area }, i) => {
        const fate = fates[i];
        const value = !fate || 'keep' in fate ? 'keep' : 'drop' in fate ? 'drop' : `${fate.joins}`;
        return (
          <li key={i} className="flex items-end gap-2">
            <Swatch value={colour} className="mb-1.5" />
            <SelectField
              label={`${colour}, ${Math.max(1, Math.round((100 * area) / total))} %`}
              className="min-w-0 flex-1"
              value={value}
              onChange={(e) => {
                const to = e.target.value;
                const next = traced.colours.map((_, k) => fates[k]);
                next[i] =
                  to === 'keep' ? { keep: true } : to === 'drop' ? { drop: true } : { joins: Number(to) };
                onFates(next);
              }}
            >
              <option value="keep">{say('prints')}</option>
              <option value="drop">{say('leftOut')}</option>
              {traced.colours.map(
                (other, k) =>
                  k !== i && (
                    <option key={k} value={k}>
                      {say('joinedWith', { colour: other.colour })}
                    </option>
                  ),
              )}
            </SelectField>
          </li>
        );
      })}
    </ul>
  );
}

/** Makes a motif of few flat colours of a picture, seen beside it while it is set. */
export function TraceShapes({ part, design, material, kind, onClose }: TraceProps) {
  const edit = useEdit();
  const [settings, setSettings] = useState<TraceSettings>(TRACE);
  const [fates, setFates] = useState<(ColourFate | undefined)[]>([]);
  const picture = useTracedPicture(part, design);
  const { state, shown, done, again } = useTracing(picture, settings, tracePicture);
  const set = (change: Partial<TraceSettings>) => {
    setSettings({ ...settings, ...change });
    if ('colours' in change || 'paper' in change) setFates([]);
  };
  const art = useMemo(() => (shown ? artOf(shown, settings.trap, fates) : []), [shown, settings.trap, fates]);
  const mmPerPx = shown ? copyMm(part, material, shown.width, design.board.dpi) : 0.1;
  const tooMany = shown !== null && shown.points > MOST_POINTS;
  const fault = tooMany
    ? say('thisWouldBePointsAsk', { points: shown.points })
    : shown && done && art.length === 0
      ? say('nothingIsLeftLetOne')
      : null;
  const take = () => {
    if (!shown) return;
    const { edits, id } = tracedEdits(design, part, material, shown, art);
    edit.make(say('traceAPicture'), edits, { select: [id] });
    notify('done', say('theTracedFigureLiesWhere'));
    onClose();
  };
  return (
    <TraceFrame
      sha256={material.sha256}
      state={state}
      made={shown && <TracedPicture traced={shown} art={art} />}
      told={
        shown &&
        say('pointsBordersMmOffIn', {
          points: shown.points,
          mean: decimal(shown.error.mean * mmPerPx, 2),
          largest: decimal(shown.error.largest * mmPerPx, 2),
        })
      }
      settings={
        <>
          {kind}
          <SelectField
            label={say('colours')}
            value={settings.colours ?? 'found'}
            onChange={(e) => set({ colours: e.target.value === 'found' ? null : Number(e.target.value) })}
          >
            <option value="found">{say('asManyAsItNeeds')}</option>
            {Array.from({ length: MOST_COLOURS - 1 }, (_, i) => i + 2).map((n) => (
              <option key={n} value={n}>
                {n}
              </option>
            ))}
          </SelectField>
          <label className="flex items-center gap-2 text-[13px]">
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={settings.paper}
              onChange={(e) => set({ paper: e.target.checked, colours: e.target.checked ? 2 : null })}
            />
            {say('aDrawingOnPaperMake')}
          </label>
          <Amount
            label={say('leastMm2')}
            digits={2}
            value={settings.least * mmPerPx ** 2}
            min={0.01}
            max={6}
            least={0}
            most={Math.max(6, 20_000 * mmPerPx ** 2)}
            step={0.01}
            onChange={(v) => set({ least: Math.max(2, Math.round(v / mmPerPx ** 2)) })}
          />
          <Amount
            label={say('smooth')}
            digits={0}
            value={settings.smooth * 100}
            min={0}
            max={100}
            step={5}
            onChange={(v) => set({ smooth: v / 100 })}
          />
          <Amount
            label={say('straysMm')}
            value={settings.tolerance * mmPerPx}
            min={0.02}
            max={0.6}
            least={0.01}
            most={5}
            step={0.01}
            onChange={(v) => set({ tolerance: Math.max(0.3, Math.min(8, v / mmPerPx)) })}
          />
          <Amount
            label={say('overlapMm')}
            value={settings.trap * mmPerPx}
            min={0}
            max={0.6}
            most={3}
            step={0.01}
            onChange={(v) => set({ trap: v / mmPerPx })}
          />
          {shown && <Colours traced={shown} fates={fates} onFates={setFates} />}
        </>
      }
      fault={fault}
      ready={done && art.length > 0 && !tooMany}
      onAgain={again}
      onTake={take}
      onClose={onClose}
    />
  );
}
