import { useMemo, useState } from 'react';
import { toSvgPath } from '@brelm/core/geometry';
import { line, lineShape } from '@brelm/core/parts';
import { CENTRE_LINES } from '@brelm/core/sketch';
import { useEdit } from '../../../editor/use-edit';
import { Amount, notify, SelectField } from '../../../ui';
import { linesOfPicture, type LinesRequest, type TracedLines } from '../../../workers/trace-client';
import { copyMm } from './of-copy';
import { TraceFrame, type TraceProps } from './trace-frame';
import { linesEdits, MOST_LINES } from './traced-lines';
import { useTracing } from './use-tracing';
import { useTracedPicture } from './use-traced-picture';
import { say } from '../../../words/picture';

const START: LinesRequest['settings'] = { ...CENTRE_LINES, tolerance: 1.2, even: false };

/** The lines of a picture's drawing, each of which can be moved, seen beside it while they are set. */
export function TraceLines({ part, design, material, kind, onClose }: TraceProps) {
  const edit = useEdit();
  const [settings, setSettings] = useState(START);
  // What was drawn with is seldom what is to print: dark on paper, it would not be seen on a dark garment.
  const [ink, setInk] = useState<string | null>(design.inks[0]?.id ?? null);
  const picture = useTracedPicture(part, design);
  const { state, shown, done, again } = useTracing(picture, settings, linesOfPicture);
  const set = (change: Partial<LinesRequest['settings']>) => setSettings({ ...settings, ...change });
  const mmPerPx = shown ? copyMm(part, material, shown.width, design.board.dpi) : 0.1;
  const count = shown?.lines.length ?? 0;
  const fault = !done
    ? null
    : count > MOST_LINES
      ? say('theseWouldBeLinesAt', { count, mostLines: MOST_LINES })
      : count === 0
        ? say('noLinesAreFoundThey')
        : null;
  const take = () => {
    if (!shown) return;
    const { edits, ids } = linesEdits(design, part, material, shown, ink);
    edit.make(say('traceADrawingIntoLines'), edits, { select: ids });
    notify('done', say('theLinesLieWhereThe'));
    onClose();
  };
  return (
    <TraceFrame
      sha256={material.sha256}
      state={state}
      made={shown && <Lines found={shown} colour={design.inks.find((i) => i.id === ink)?.value} />}
      told={shown && say('lineOfPoints', { count, points: shown.points })}
      settings={
        <>
          {kind}
          <SelectField label={say('ink')} value={ink ?? ''} onChange={(e) => setInk(e.target.value || null)}>
            <option value="">
              {say('asItWasDrawn', { isShown: Boolean(shown), colour: shown?.colour })}
            </option>
            {design.inks.map((i) => (
              <option key={i.id} value={i.id}>
                {i.name}
              </option>
            ))}
          </SelectField>
          <SelectField
            label={say('width')}
            value={settings.even ? 'even' : 'own'}
            onChange={(e) => set({ even: e.target.value === 'even' })}
          >
            <option value="own">{say('ofEachAsItWas')}</option>
            <option value="even">{say('theSameForAll')}</option>
          </SelectField>
          <Amount
            label={say('leastMm')}
            digits={1}
            value={settings.least * mmPerPx}
            min={0.2}
            max={20}
            least={0}
            most={Math.max(20, 1000 * mmPerPx)}
            step={0.1}
            onChange={(v) => set({ least: Math.max(2, v / mmPerPx) })}
          />
          <Amount
            label={say('straysMm')}
            value={settings.tolerance * mmPerPx}
            min={0.02}
            max={1}
            least={0.01}
            most={5}
            step={0.01}
            onChange={(v) => set({ tolerance: Math.max(0.4, Math.min(12, v / mmPerPx)) })}
          />
          <Amount
            label={say('goesOn')}
            digits={0}
            value={settings.through}
            min={0}
            max={80}
            step={5}
            onChange={(v) => set({ through: v })}
          />
          <p className="text-[12.5px] text-muted">{say('darkLinesOnALighter')}</p>
        </>
      }
      fault={fault}
      ready={done && fault === null}
      onAgain={again}
      onTake={take}
      onClose={onClose}
    />
  );
}

/** The lines as they will lie on the board. */
function Lines({ found, colour = found.colour }: { found: TracedLines; colour?: string }) {
  const drawn = useMemo(
    () =>
      found.lines.slice(0, MOST_LINES).map(({ nodes, closed, width, pen }) => {
        const part = line('line', nodes, { ink: '', width, pen, nib: 45 });
        const [{ path, stroke }] = lineShape({ ...part, closed }).items;
        return { at: part.place, path: toSvgPath(path), width: stroke?.width };
      }),
    [found],
  );
  return (
    <svg
      viewBox={`0 0 ${found.width} ${found.height}`}
      role="img"
      aria-label={say('theLines')}
      className="h-full w-full"
    >
      {drawn.map(({ at, path, width }, i) => (
        <path
          key={i}
          d={path}
          transform={`translate(${at.x} ${at.y})`}
          fill={width === undefined ? colour : 'none'}
          stroke={width === undefined ? 'none' : colour}
          strokeWidth={width}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}
