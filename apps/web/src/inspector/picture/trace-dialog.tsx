import { useEffect, useMemo, useState } from 'react';
import { type Design } from '@brelm/core/design';
import { type PicturePart } from '@brelm/core/parts';
import {
  artOf,
  MOST_COLOURS,
  TRACE,
  type ColourFate,
  type Traced,
  type TracedOutline,
  type TraceSettings,
} from '@brelm/core/trace';
import { useEdit } from '../../editor/use-edit';
import { useAppSelector } from '../../store';
import { Amount, Button, Modal, notify, SelectField, Swatch, WorkFaultNote } from '../../ui';
import { useSettled } from '../../ui/use-settled';
import { NotWanted } from '../../workers/hand';
import { tracePicture, type TraceRequest } from '../../workers/trace-client';
import { MOST_POINTS, tracedEdits } from './traced-motif';
import { apiAt } from '../../platform/address';
import { treatmentOf } from './treatment-of';

type State = 'working' | { traced: Traced } | { fault: string };

/**
 * A picture traced with some settings, anew as they change. What came of one request never stands for another, not for
 * a frame: nobody can take what was traced with other settings than are shown.
 */
function useTraced(request: TraceRequest | null): { state: State; last: Traced | null; again: () => void } {
  const [come, setCome] = useState<{ of: TraceRequest; state: Exclude<State, 'working'> }>();
  const [last, setLast] = useState<Traced | null>(null);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    if (!request) return;
    const abort = new AbortController();
    setCome(undefined);
    tracePicture(request, abort.signal).then(
      (traced) => {
        setLast(traced);
        setCome({ of: request, state: { traced } });
      },
      (reason: Error) =>
        reason instanceof NotWanted || setCome({ of: request, state: { fault: reason.message } }),
    );
    return () => abort.abort();
  }, [request, attempt]);
  const state = come && come.of === request ? come.state : 'working';
  return { state, last, again: () => setAttempt((n) => n + 1) };
}

function TracedPicture({ traced, art }: { traced: Traced; art: TracedOutline[] }) {
  return (
    <svg
      viewBox={`0 0 ${traced.width} ${traced.height}`}
      role="img"
      aria-label="The traced picture"
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
    <ul aria-label="Colours" className="flex flex-col gap-1">
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
              <option value="keep">prints</option>
              <option value="drop">left out</option>
              {traced.colours.map(
                (other, k) =>
                  k !== i && (
                    <option key={k} value={k}>
                      joined with {other.colour}
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
export function TraceDialog({
  part,
  design,
  onClose,
}: {
  part: PicturePart;
  design: Design;
  onClose: () => void;
}) {
  const edit = useEdit();
  const colourway = useAppSelector((s) => s.editor.colourway);
  const material = design.materials.find((m) => m.id === part.material);
  const [settings, setSettings] = useState<TraceSettings>(TRACE);
  const [fates, setFates] = useState<(ColourFate | undefined)[]>([]);
  const settled = useSettled(settings);
  const [from] = useState(() => treatmentOf(part, part.steps, design, colourway));
  const request = useMemo(
    (): TraceRequest | null =>
      material?.sha256
        ? {
            ...{ sha256: material.sha256, treatment: from, width: material.width, height: material.height },
            ...{ crop: part.crop, settings: settled },
          }
        : null,
    [material, from, part.crop, settled],
  );
  const { state: come, last, again } = useTraced(request);
  const state = settled === settings ? come : 'working';
  const set = (change: Partial<TraceSettings>) => {
    setSettings({ ...settings, ...change });
    if ('colours' in change || 'paper' in change) setFates([]);
  };
  const shown = last && state !== 'working' && 'traced' in state ? state.traced : last;
  const art = useMemo(() => (shown ? artOf(shown, settings.trap, fates) : []), [shown, settings.trap, fates]);
  if (!material) return null;
  const { left, right } = part.crop ?? { left: 0, right: 0 };
  const mmPerPx = shown
    ? (((material.width - left - right) / shown.width) * Math.abs(part.place.scaleX) * 25.4) /
      design.board.dpi
    : 0.1;
  const tooMany = shown !== null && shown.points > MOST_POINTS;
  const ready = state !== 'working' && 'traced' in state && art.length > 0 && !tooMany;
  const take = () => {
    if (!shown) return;
    const { edits, id } = tracedEdits(design, part, material, shown, art);
    edit.make('Trace a picture', edits, { select: [id] });
    notify('done', 'The traced figure lies where the picture was; the picture is hidden, and kept.');
    onClose();
  };
  return (
    <Modal open title={`Trace ${part.name || material.name}`} wide="very" onClose={onClose}>
      <div className="grid grid-cols-[1fr_1fr_240px] gap-3">
        <figure className="min-w-0">
          <img
            src={apiAt(`materials/${material.sha256}/preview?size=1600`)}
            alt="The picture as it was brought in"
            className="h-[46vh] w-full rounded-sm bg-surround object-contain"
          />
          <figcaption className="text-[12px] text-muted">
            As it was brought in; it is traced with its steps made.
          </figcaption>
        </figure>
        <figure className="min-w-0">
          <div
            className={`h-[46vh] rounded-sm bg-surround ${state === 'working' ? 'opacity-60' : ''}`}
            aria-busy={state === 'working'}
          >
            {shown && <TracedPicture traced={shown} art={art} />}
          </div>
          <figcaption role="status" className="text-[12px] text-muted">
            {state === 'working'
              ? 'Tracing…'
              : shown &&
                `${shown.points} points; borders ${(shown.error.mean * mmPerPx).toFixed(2)} mm off in the mean, ${(shown.error.largest * mmPerPx).toFixed(2)} mm at most`}
          </figcaption>
        </figure>
        <div className="flex max-h-[52vh] flex-col gap-2 overflow-y-auto pr-1">
          <SelectField
            label="Colours"
            value={settings.colours ?? 'found'}
            onChange={(e) => set({ colours: e.target.value === 'found' ? null : Number(e.target.value) })}
          >
            <option value="found">as many as it needs</option>
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
            A drawing on paper: make its light even
          </label>
          <Amount
            label="Least, mm²"
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
            label="Smooth %"
            digits={0}
            value={settings.smooth * 100}
            min={0}
            max={100}
            step={5}
            onChange={(v) => set({ smooth: v / 100 })}
          />
          <Amount
            label="Strays, mm"
            value={settings.tolerance * mmPerPx}
            min={0.02}
            max={0.6}
            least={0.01}
            most={5}
            step={0.01}
            onChange={(v) => set({ tolerance: Math.max(0.3, Math.min(8, v / mmPerPx)) })}
          />
          <Amount
            label="Overlap, mm"
            value={settings.trap * mmPerPx}
            min={0}
            max={0.6}
            most={3}
            step={0.01}
            onChange={(v) => set({ trap: v / mmPerPx })}
          />
          {shown && <Colours traced={shown} fates={fates} onFates={setFates} />}
        </div>
      </div>
      {state !== 'working' && 'fault' in state && (
        <WorkFaultNote what="The picture could not be traced" reason={state.fault} onAgain={again} />
      )}
      {tooMany && (
        <p role="alert" className="mt-2 text-rust">
          This would be {shown.points} points: ask for fewer colours, larger islands, or more smoothing.
        </p>
      )}
      {shown && state !== 'working' && art.length === 0 && (
        <p className="mt-2 text-muted">Nothing is left: let one colour print.</p>
      )}
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button tone="main" disabled={!ready} onClick={take}>
          Put it on the board
        </Button>
      </div>
    </Modal>
  );
}
