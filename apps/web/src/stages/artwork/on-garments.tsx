import clsx from 'clsx';
import { useDeferredValue, useMemo, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import { applyEdits, type Design } from '@brelm/core/design';
import { byLightness } from '@brelm/core/proof';
import {
  GarmentCanvas,
  resolveDesign,
  useBordered,
  useThumbnail,
  type Border,
  type Resolved,
} from '../../design';
import { Button, garmentBackground, Modal, ratioText, VerdictMark } from '../../ui';
import { useTip } from '../../keys';
import { useLive } from '../../editor/live';
import { useProofState } from '../../editor/proof-store';
import { verdictWords } from '../../editor/verdict-words';
import { say } from '../../words/artwork';

/** What is said otherwise of what is no colour of the product itself. */
const HEADINGS: Readonly<Record<string, string | undefined>> = {
  garment: say('onGarments'),
  ground: say('stuckOn'),
};
const TITLES: Readonly<Record<string, string | undefined>> = {
  garment: say('garmentsToJudgeItOn'),
  ground: say('groundsToJudgeItOn'),
};

/** How often the garments are painted during a gesture, ms. */
const THUMBNAIL_MS = 70;

/** The artwork as it is now on the garments chosen for this design. A click makes one the backdrop. */
export function OnGarments({
  garments,
  noun,
  judged,
  backdrop,
  design,
  colourway,
  resolved,
  border,
  empty,
  onBackdrop,
  onChosen,
}: {
  /** Those that the product comes in. */
  garments: Garment[];
  /** What the product is called: `garment`, `mug`. */
  noun: string;
  judged: Garment[];
  backdrop: Garment;
  design: Design;
  colourway: string | undefined;
  resolved: Resolved;
  /** Of a sticker that is cut out. */
  border: Border | null;
  empty: boolean;
  onBackdrop: (id: string) => void;
  onChosen: (ids: string[]) => void;
}) {
  const tip = useTip();
  const contrast = useProofState((p) => p.contrast);
  const judgedTurn = useProofState((p) => p.turn);
  const live = useLive(THUMBNAIL_MS);
  const shown = useMemo(
    () => (live ? resolveDesign(applyEdits(design, live), colourway, resolved) : resolved),
    [live, design, colourway, resolved],
  );
  const moving = useMemo(
    () => live && new Set(live.flatMap((e) => (e.op === 'place' ? [e.part] : []))),
    [live],
  );
  // The board comes first: that a key is answered there waits for no picture here.
  const later = useDeferredValue(useMemo(() => ({ shown, moving }), [shown, moving]));
  const artwork = useThumbnail(useBordered(later.shown, border), 150, later.moving);
  const [choosing, setChoosing] = useState(false);
  const heading = HEADINGS[noun] ?? say('onThe', { noun });
  const verdicts = judged.flatMap((g) => contrast.find((c) => c.id === g.id) ?? []);
  const reads = verdicts.filter((v) => v.verdict === 'reads').length;
  return (
    <section
      aria-label={heading}
      data-testid="on-garments"
      data-turn={judgedTurn}
      className="shrink-0 border-b border-line p-3"
    >
      <div className="flex items-baseline justify-between">
        <h2 className="heading">{heading}</h2>
        {garments.length > 1 && (
          <button
            type="button"
            className="text-[13px] text-spruce hover:underline"
            onClick={() => setChoosing(true)}
          >
            {say('choose')}
          </button>
        )}
      </div>
      <p className="mt-0.5 mb-2 text-[13px]" data-testid="reads-on">
        {empty
          ? say('nothingToJudgeYet')
          : verdicts.length
            ? say('readsOnOf', { reads, verdicts: verdicts.length })
            : say('looking')}
      </p>
      <ul className="grid max-h-[19rem] grid-cols-3 gap-2 overflow-y-auto p-0.5">
        {judged.map((garment) => {
          const v = empty ? undefined : contrast.find((c) => c.id === garment.id);
          return (
            <li key={garment.id}>
              <button
                type="button"
                aria-pressed={garment.id === backdrop.id}
                data-testid={`garment-${garment.id}`}
                data-verdict={v?.verdict}
                data-ratio={v?.lowestRatio.toFixed(2)}
                title={tip(
                  say('clickToMakeItThe', {
                    name: garment.name,
                    isV: Boolean(v),
                    verdict: v && verdictWords(v, design),
                  }),
                  'next-garment',
                  say('forTheNext'),
                )}
                className={clsx(
                  'block w-full rounded-md border-2 p-0.5 text-left',
                  garment.id === backdrop.id ? 'border-spruce' : 'border-transparent hover:border-edge',
                )}
                onClick={() => onBackdrop(garment.id)}
              >
                <span className="sr-only">
                  {say('to1MakeItThe', {
                    name: garment.name,
                    isV: Boolean(v),
                    verdict: v?.verdict,
                    lowestRatio: v && ratioText(v.lowestRatio),
                  })}
                </span>
                <span className="block overflow-hidden rounded-[4px]" aria-hidden>
                  <GarmentCanvas
                    garment={garment}
                    artwork={artwork}
                    width={64}
                    height={76}
                    label={garment.name}
                  />
                </span>
                <span className="mt-1 block truncate text-[11.5px] leading-tight" aria-hidden>
                  {garment.name}
                </span>
                <span className="flex h-4 items-center gap-1 text-[12px] leading-tight" aria-hidden>
                  {v ? (
                    <>
                      <VerdictMark verdict={v.verdict} size={12} />
                      {ratioText(v.lowestRatio)}
                    </>
                  ) : (
                    <span className="text-muted">–</span>
                  )}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {choosing && (
        <ChooseGarments
          garments={garments}
          noun={noun}
          chosen={judged.map((g) => g.id)}
          onClose={() => setChoosing(false)}
          onChosen={onChosen}
        />
      )}
    </section>
  );
}

function ChooseGarments({
  garments,
  noun,
  chosen,
  onClose,
  onChosen,
}: {
  garments: Garment[];
  noun: string;
  chosen: string[];
  onClose: () => void;
  onChosen: (ids: string[]) => void;
}) {
  const [ids, setIds] = useState(chosen);
  return (
    <Modal open onClose={onClose} title={TITLES[noun] ?? say('coloursOfTheToJudge', { noun })} wide>
      <div className="grid max-h-[55vh] grid-cols-3 gap-1.5 overflow-y-auto">
        {byLightness(garments).map((g) => (
          <label
            key={g.id}
            className="flex cursor-pointer items-center gap-2 rounded-md border border-line px-2 py-1.5"
          >
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={ids.includes(g.id)}
              onChange={(e) => setIds(e.target.checked ? [...ids, g.id] : ids.filter((x) => x !== g.id))}
            />
            <span
              aria-hidden
              className="h-5 w-5 rounded-[4px] border border-edge"
              style={{ background: garmentBackground(g) }}
            />
            {g.name}
          </label>
        ))}
      </div>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button
          tone="main"
          disabled={ids.length === 0}
          onClick={() => {
            onChosen(garments.filter((g) => ids.includes(g.id)).map((g) => g.id));
            onClose();
          }}
        >
          {say('judgeOn', { ids: ids.length })}
        </Button>
      </div>
    </Modal>
  );
}
