import {
  fromWords,
  MOST_NET,
  withPhoto,
  withPoints,
  type PhotoFacts,
  type PhotoSetup,
  type Scene,
} from '@brelm/core/mockup';
import { Amount, Button, NumberField, SelectField, Tick } from '../../../ui';
import type { SceneChange } from './bring-photo';
import type { Tool } from './photo-board';
import { decimal } from '../../../words/decimal';
import { say } from '../../../words/mockups';

const COUNTS = Array.from({ length: MOST_NET - 1 }, (_, i) => i + 2);
const percent = (v: number) => Math.round(v * 100);

const TOOLS: readonly (readonly [Tool, string, string])[] = [
  ['net', say('corners'), say('pullTheCornersToWhere')],
  ['paint', say('blank'), say('paintOverSomeOfThe')],
  ['less', say('beforeIt'), say('paintOverAHandHair')],
];

/** How a photo is set up: where it is printed and how large that is, what is the blank, and how the print belongs there. */
export function PhotoSettings({
  scene,
  facts,
  tool,
  brush,
  onTool,
  onBrush,
  change,
}: {
  scene: Scene;
  /** What was measured; null until it is. */
  facts: PhotoFacts | null;
  tool: Tool;
  brush: number;
  onTool: (tool: Tool) => void;
  onBrush: (brush: number) => void;
  change: SceneChange;
}) {
  const photo = scene.photo!;
  const set = (to: Partial<PhotoSetup>, gesture: string) =>
    change((s) => withPhoto(s, { ...s.photo!, ...to }), gesture);
  const inches = (v: number) => (v >= 0.2 && v <= 100 ? null : say('n02To100In'));
  const amount = (label: string, key: 'folds' | 'shift' | 'grain' | 'tones', most: number) => (
    <Amount
      label={label}
      value={percent(photo[key])}
      {...{ min: 0, max: most, step: 1, digits: 0 }}
      onChange={(v) => set({ [key]: v / 100 }, key)}
    />
  );
  return (
    <div className="flex flex-col gap-4">
      <section aria-label={say('whereItIsPrinted')} className="flex flex-col gap-2">
        <h2 className="heading">{say('whereItIsPrinted')}</h2>
        <div role="group" aria-label={say('whatIsDrawnOnThe')} className="grid grid-cols-3 gap-1">
          {TOOLS.map(([id, label, says]) => (
            <Button
              key={id}
              title={says}
              aria-pressed={tool === id}
              className={`justify-center !px-1 ${tool === id ? '!border-spruce !bg-line' : ''}`}
              onClick={() => onTool(id)}
            >
              {label}
            </Button>
          ))}
        </div>
        <p className="text-[12.5px] text-muted">{TOOLS.find(([id]) => id === tool)![2]}.</p>
        {tool === 'net' ? (
          <>
            <div className="grid grid-cols-2 gap-2">
              <NumberField
                label={say('markedWidthIn')}
                value={photo.widthIn}
                check={inches}
                onChange={(widthIn) => set({ widthIn }, 'widthIn')}
              />
              <NumberField
                label={say('markedHeightIn')}
                value={photo.heightIn}
                check={inches}
                onChange={(heightIn) => set({ heightIn }, 'heightIn')}
              />
              {(['columns', 'rows'] as const).map((key) => (
                <SelectField
                  key={key}
                  label={key === 'columns' ? say('pointsAcross') : say('pointsDown')}
                  value={photo.net[key]}
                  onChange={(e) => {
                    const n = Number(e.target.value);
                    const { columns, rows } = photo.net;
                    const net =
                      key === 'columns' ? withPoints(photo.net, n, rows) : withPoints(photo.net, columns, n);
                    set({ net }, `net ${key} ${e.target.value}`);
                  }}
                >
                  {COUNTS.map((n) => (
                    <option key={n}>{n}</option>
                  ))}
                </SelectField>
              ))}
            </div>
            <Amount
              label={say('roundIt')}
              value={percent(photo.round)}
              {...{ min: 0, max: 95, step: 1, digits: 0 }}
              onChange={(v) => set({ round: v / 100 }, 'round')}
            />
            <Amount
              label={say('hangs')}
              value={percent(photo.sag)}
              {...{ min: -50, max: 50, step: 1, digits: 0 }}
              onChange={(v) => set({ sag: v / 100 }, 'sag')}
            />
          </>
        ) : (
          <>
            <Amount
              label={say('acrossPx')}
              value={brush}
              {...{ min: 4, max: 200, step: 1, digits: 0, least: 1, most: 1000 }}
              onChange={onBrush}
            />
            <Button disabled={!photo.cloth.length} onClick={() => set({ cloth: [] }, 'clear')}>
              {say('takeAllMarksAway')}
            </Button>
          </>
        )}
      </section>
      <section aria-label={say('howItBelongsThere')} className="flex flex-col gap-2">
        <h2 className="heading">{say('howItBelongsThere')}</h2>
        {amount(say('light'), 'folds', 200)}
        {amount(say('folds'), 'shift', 200)}
        {amount(say('grain'), 'grain', 200)}
        {amount(say('tones'), 'tones', 100)}
        <Tick
          label={say('asSoftAsThePhoto')}
          checked={photo.soft === null}
          onChange={(own) => set({ soft: own ? null : Number((facts?.soft ?? 1).toFixed(1)) }, 'soft own')}
        />
        {photo.soft !== null && (
          <Amount
            label={say('softPx')}
            value={photo.soft}
            {...{ min: 0, max: 8, step: 0.1, digits: 1, most: 20 }}
            onChange={(soft) => set({ soft }, 'soft')}
          />
        )}
        <Tick
          label={say('takesTheGarmentsColour')}
          checked={scene.dyed}
          onChange={(dyed) => change((s) => ({ ...s, dyed }), `dyed ${dyed}`)}
        />
        {scene.dyed && facts && !facts.dyeable && (
          <p role="note" className="text-[12.5px] text-muted">
            {say('thisBlankIsDarkOr')}
          </p>
        )}
        {scene.dyed && !photo.cloth.length && (
          <p role="note" className="text-[12.5px] text-muted">
            {say('markTheBlankOrThe')}
          </p>
        )}
      </section>
      <section aria-label={say('measuredInThePhoto')} className="text-[13px]">
        <h2 className="heading mb-1">{say('measuredInThePhoto')}</h2>
        {facts ? (
          <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 [&_dd]:text-right [&_dt]:text-muted">
            <dt>{say('light3')}</dt>
            <dd className="flex items-center justify-end gap-1.5">
              {facts.from && <Arrow from={facts.from} />}
              {fromWords(facts.from)}
            </dd>
            <dt>{say('blank')}</dt>
            <dd>
              {facts.cloth >= 0.3 ? say('light2') : facts.cloth >= 0.08 ? say('middling') : say('dark')}
            </dd>
            <dt>{say('darkestLightest')}</dt>
            <dd>{say('ofFullLight', { black: percent(facts.black), white: percent(facts.white) })}</dd>
            <dt>{say('edges')}</dt>
            <dd>{say('pxSoft', { soft: decimal(facts.soft, 1) })}</dd>
            <dt>{say('grain2')}</dt>
            <dd>{decimal(100 * facts.grain, 1)} %</dd>
          </dl>
        ) : (
          <p className="text-muted">{say('measuring')}</p>
        )}
      </section>
    </div>
  );
}

/** From where the light falls, as it is seen in the picture. */
function Arrow({ from: [x, y] }: { from: readonly [number, number] }) {
  const turn = (Math.atan2(-y, -x) * 180) / Math.PI;
  return (
    <svg viewBox="-8 -8 16 16" width={15} height={15} aria-hidden>
      <path
        d="M-7 0H6M2-4 6 0 2 4"
        transform={`rotate(${turn})`}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.6}
      />
    </svg>
  );
}
