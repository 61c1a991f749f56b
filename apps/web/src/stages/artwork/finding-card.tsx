import { createContext, memo, useContext, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import type { Garment } from '@brelm/core/colour';
import { applyEdits, type Design } from '@brelm/core/design';
import type { Finding, Mend } from '@brelm/core/proof';
import { GarmentCanvas, resolveDesign, useThumbnail, type Resolved } from '../../design';
import { useAppDispatch } from '../../store';
import { pointed, previewed, selected } from '../../store/editor';
import { SeverityMark } from '../../ui';
import { useEdit } from '../../editor/use-edit';
import { openHelp } from '../../help/help-store';
import { openComments } from '../../together/comments-store';
import { mendWords, toldWords } from '../../words/told';
import { say } from '../../words/artwork';

/** A ratio stays on one line. */
const unbroken = (text: string) => text.replace(/ : 1/g, '\u00a0:\u00a01');

const SMALL = 'rounded-md px-1 py-0.5 text-[12.5px] text-muted hover:bg-line hover:text-ink';

/** What was found of: asked for by the one card that shows a mend, not handed to all, which each change would draw anew. */
export const FoundOf = createContext<{
  design: Design;
  colourway: string | undefined;
  resolved: Resolved;
  backdrop: Garment;
} | null>(null);

/** One finding: what, where, and what can be done about it. */
export const FindingCard = memo(function FindingCard({
  finding,
  side,
  onGarment,
}: {
  finding: Finding;
  /** The side that it was told of, where there are several: it is accepted on that one. */
  side: string | undefined;
  onGarment?: Garment;
}) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const [accepting, setAccepting] = useState(false);
  const [mend, setMend] = useState<Mend | null>(null);
  const card = useRef<HTMLLIElement>(null);
  const message = toldWords(finding);
  const places = finding.places ?? [finding.region];
  const point = (on: boolean) => dispatch(pointed(on && finding.region[2] > 0 ? places : null));
  const show = () => dispatch(selected(finding.part ? [finding.part] : []));
  const about = {
    ...{ check: finding.check, part: finding.part, garment: finding.garment ?? null },
    ...(side !== undefined && { side }),
  };
  const look = (at: Mend | null) => {
    setMend(at);
    dispatch(previewed(at?.edits ?? null));
  };
  return (
    <li
      ref={card}
      data-testid={`finding-${finding.check}`}
      className="rounded-md border border-line bg-card p-2 hover:border-edge"
      onMouseEnter={() => point(true)}
      onMouseLeave={() => point(false)}
      onFocus={() => point(true)}
      onBlur={() => point(false)}
    >
      <button
        type="button"
        className="flex w-full min-w-0 items-start gap-2 text-left text-[13px] leading-snug"
        onClick={show}
      >
        <SeverityMark severity={finding.severity} size={15} />
        <span className="min-w-0 break-words">{unbroken(message)}</span>
      </button>
      <div className="mt-0.5 ml-[19px] flex flex-wrap">
        <button
          type="button"
          aria-label={say('why', { message })}
          title={say('whyThisIsToldAnd')}
          className={SMALL}
          onClick={() => openHelp({ page: 'findings', at: finding.check })}
        >
          {say('why2')}
        </button>
        {finding.accepted === undefined && !accepting && (
          <button
            type="button"
            aria-label={say('accept', { message })}
            title={say('acceptItAsItIs')}
            className={SMALL}
            onClick={() => setAccepting(true)}
          >
            {say('accept2')}
          </button>
        )}
        <button
          type="button"
          aria-label={say('commentOn', { message })}
          title={say('saySomethingAboutIt')}
          className={SMALL}
          onClick={() =>
            openComments({ finding: { check: finding.check, part: finding.part, says: finding.message } })
          }
        >
          {say('comment')}
        </button>
      </div>
      {onGarment && (
        <button
          type="button"
          className="mt-1 ml-[23px] text-[12.5px] text-spruce hover:underline"
          onClick={() => edit.backdrop(onGarment.id)}
        >
          {say('lookAtItOn', { name: onGarment.name })}
        </button>
      )}
      {finding.accepted !== undefined ? (
        <p className="mt-1 ml-[23px] text-[12.5px] text-muted">
          {say('accepted', { isAccepted: Boolean(finding.accepted), accepted: finding.accepted })}{' '}
          <button
            type="button"
            className="text-spruce hover:underline"
            onClick={() => edit.make(say('takeAFindingUpAgain'), [{ op: 'unaccept', acceptance: about }])}
          >
            {say('takeUpAgain')}
          </button>
        </p>
      ) : (
        <>
          {finding.mends.map((m) => (
            <button
              key={m.id}
              type="button"
              className="mt-1.5 ml-[23px] block w-[calc(100%-23px)] rounded-md border border-spruce px-2 py-1 text-left text-[12.5px] leading-snug text-spruce enabled:hover:bg-spruce enabled:hover:text-white disabled:opacity-50"
              title={say('pointAtItToSee')}
              onMouseEnter={() => look(m)}
              onMouseLeave={() => look(null)}
              onFocus={() => look(m)}
              onBlur={() => look(null)}
              onClick={() => {
                edit.make(mendWords(m), m.edits);
                dispatch(pointed(null));
              }}
            >
              {mendWords(m)}
            </button>
          ))}
          {mend && <BeforeAfter mend={mend} garment={onGarment} beside={card.current!} />}
          {accepting && (
            <Accept
              onCancel={() => setAccepting(false)}
              onReason={(reason) => {
                setAccepting(false);
                edit.make(say('acceptAFinding'), [{ op: 'accept', acceptance: { ...about, reason } }]);
              }}
            />
          )}
        </>
      )}
    </li>
  );
});

function Accept({ onCancel, onReason }: { onCancel: () => void; onReason: (reason: string) => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="mt-1.5 ml-[23px] flex flex-col gap-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        onReason(reason.trim());
      }}
    >
      <input
        autoFocus
        aria-label={say('whyItIsFine')}
        placeholder={say('whyItIsFine')}
        className="field"
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Escape') onCancel();
        }}
      />
      <div className="flex gap-3 text-[12.5px]">
        <button
          type="submit"
          disabled={!reason.trim()}
          className="text-spruce enabled:hover:underline disabled:text-muted"
        >
          {say('accept3')}
        </button>
        <button type="button" className="text-muted hover:underline" onClick={onCancel}>
          {say('cancel')}
        </button>
      </div>
    </form>
  );
}

const PANEL_HEIGHT = 274;

/**
 * What a mend changes, on the garment. It hovers beside the card: were it in the list, the button
 * would move away from under the pointer.
 */
function BeforeAfter({
  mend,
  garment: other,
  beside,
}: {
  mend: Mend;
  /** The garment on which it is seen; the one behind the artwork where left out. */
  garment: Garment | undefined;
  beside: HTMLElement;
}) {
  const { design, colourway, resolved, backdrop } = useContext(FoundOf)!;
  const garment = other ?? backdrop;
  const before = useThumbnail(resolveDesign(design, colourway, resolved), 200);
  const after = useThumbnail(resolveDesign(applyEdits(design, mend.edits), colourway, resolved), 200);
  const box = beside.getBoundingClientRect();
  const top = Math.max(100, Math.min(box.top, window.innerHeight - PANEL_HEIGHT - 8));
  return createPortal(
    <div
      className="pointer-events-none fixed z-40 flex w-[104px] flex-col gap-1 rounded-md border border-edge bg-card p-1.5 text-[11.5px] text-muted"
      style={{ top, right: window.innerWidth - box.left + 16 }}
    >
      <GarmentCanvas
        garment={garment}
        artwork={before}
        width={90}
        height={106}
        label={say('beforeTheMend')}
      />
      {say('before')}
      <GarmentCanvas garment={garment} artwork={after} width={90} height={106} label={say('afterTheMend')} />
      {say('after')}
    </div>,
    document.body,
  );
}
