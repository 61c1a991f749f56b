import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { SendingLine } from '@brelm/contract';
import { useAppDispatch } from '../store';
import { api, reasonOf, useSpecsQuery } from '../store/api';
import { useConnectionsQuery, useLazySendingsQuery, useSendOneOfManyMutation } from '../store/listings-api';
import { useAlikeAmongQuery, useStandingQuery } from '../store/shelf-api';
import { Button, Modal, SeverityMark, VerdictMark } from '../ui';
import { lineWords } from '../stages/listings/state-words';
import { sendPlan, type Sendable } from './send-plan';
import { say } from '../words/shelfDialogs';

/** How often it is asked how listings go, ms. */
const ASK_MS = 1000;

/** A line that nothing more is done with. */
const ENDED = ['done', 'failed', 'cancelled'];

const keyOf = ({ designId, spec }: Sendable): string => `${designId} ${spec.id}`;

/** Why a listing is refused: the row says already which it is. */
function whyOf(error: unknown): string {
  const { faults } = (error as { data?: { faults?: { message: string }[] } }).data ?? {};
  return faults?.length ? faults.map((f) => f.message).join('; ') : reasonOf(error);
}

/** What becomes of a listing that is sent. */
interface Sent {
  one: Sendable;
  /** What it was sent with; null until it is asked for, and where it was refused. */
  sending: string | null;
  fault: string | null;
}

/** Sends listings one after another, each by itself, and asks how all go that have not ended, together. */
function useSends() {
  const dispatch = useAppDispatch();
  const [send] = useSendOneOfManyMutation();
  const [ask] = useLazySendingsQuery();
  const [sent, setSent] = useState<readonly Sent[] | null>(null);
  const [lines, setLines] = useState<ReadonlyMap<string, SendingLine>>(new Map());
  const begin = async (chosen: readonly Sendable[]) => {
    const list: Sent[] = chosen.map((one) => ({ one, sending: null, fault: null }));
    setSent([...list]);
    for (const [i, { one }] of list.entries()) {
      try {
        const { id } = await send({ designId: one.designId, spec: one.spec.id, action: 'publish' }).unwrap();
        list[i] = { one, sending: id, fault: null };
      } catch (error) {
        // One that is refused holds up no other.
        list[i] = { one, sending: null, fault: whyOf(error) };
      }
      setSent([...list]);
    }
    dispatch(api.util.invalidateTags(['listings']));
  };
  const open = (sent ?? []).flatMap(({ one, sending }) =>
    sending && !ENDED.includes(lines.get(keyOf(one))?.state ?? '') ? [sending] : [],
  );
  const openIds = [...new Set(open)].join(' ');
  useEffect(() => {
    if (!openIds) return;
    let here = true;
    let timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      // Where it does not answer, it is asked again.
      const views = await ask(openIds.split(' '))
        .unwrap()
        .catch(() => []);
      if (!here) return;
      const heard = views.flatMap((v) => v.lines);
      setLines((had) => new Map([...had, ...heard.map((l) => [`${l.designId} ${l.spec}`, l] as const)]));
      // The shelf behind says it, too.
      if (heard.some((l) => ENDED.includes(l.state))) dispatch(api.util.invalidateTags(['listings']));
      timer = setTimeout(() => void look(), ASK_MS);
    };
    timer = setTimeout(() => void look(), ASK_MS);
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [openIds, ask, dispatch]);
  return { sent, lines, begin };
}

/** Sends the listings of several designs: what will be sent, and then how each goes. */
export default function SendDialog({
  designs,
  onClose,
}: {
  designs: readonly string[];
  onClose: () => void;
}) {
  const { sent, lines, begin } = useSends();
  const standing = useStandingQuery(designs, { refetchOnMountOrArgChange: true, skip: sent !== null });
  // Told where it is known: sending does not wait for it.
  const { data: alike } = useAlikeAmongQuery(designs, {
    refetchOnMountOrArgChange: true,
    skip: sent !== null,
  });
  const { data: specs } = useSpecsQuery();
  const connections = useConnectionsQuery();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const plan = useMemo(
    () =>
      standing.data && specs && connections.data ? sendPlan(standing.data, specs, connections.data) : null,
    [standing.data, specs, connections.data],
  );
  const chosen = plan?.send.filter((s) => !left.has(keyOf(s))) ?? [];

  const fault = standing.error ?? connections.error;
  return (
    <Modal open title={sent ? say('sendingListings') : say('whichListingsAreSent')} wide onClose={onClose}>
      {fault ? (
        <p role="alert">{reasonOf(fault)}</p>
      ) : sent ? (
        <SentList sent={sent} lines={lines} />
      ) : !plan ? (
        <p className="text-muted">{say('lookingAtWhatIsReady')}</p>
      ) : (
        <>
          {plan.send.length === 0 && (
            <p>{plan.not.length === 0 ? say('eachOfTheseStandsOn') : say('noneOfTheseCanBe')}</p>
          )}
          {plan.send.length > 0 && (
            <ul aria-label={say('listingsToSend')} className="max-h-[40vh] overflow-y-auto">
              {plan.send.map((one) => (
                <li key={keyOf(one)} className="border-b border-line last:border-0">
                  <label className="flex cursor-pointer items-center gap-3 py-1.5">
                    <input
                      type="checkbox"
                      className="h-4 w-4 accent-spruce"
                      checked={!left.has(keyOf(one))}
                      onChange={(e) => {
                        const next = new Set(left);
                        if (e.target.checked) next.delete(keyOf(one));
                        else next.add(keyOf(one));
                        setLeft(next);
                      }}
                    />
                    <span className="min-w-0 flex-1">
                      <span className="block truncate font-medium">{one.design}</span>
                      {one.action === 'new' && <Alike to={alike?.[one.designId]} />}
                    </span>
                    <span className="min-w-0 flex-1 truncate">
                      {one.spec.marketplace}, {one.spec.product}
                    </span>
                    <span className="w-28 shrink-0 text-right text-muted">
                      {one.action === 'new' ? say('new') : say('broughtUp')}
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          )}
          {plan.not.length > 0 && (
            <details className="mt-3" open={plan.send.length === 0}>
              <summary className="cursor-pointer text-muted">
                {say('notSent', {
                  not: plan.not.length,
                })}
              </summary>
              <ul aria-label={say('listingsThatAreNotSent')} className="mt-1 max-h-[30vh] overflow-y-auto">
                {plan.not.map(({ designId, design, spec, why }) => (
                  <li
                    key={`${designId} ${spec.id}`}
                    className="flex gap-3 border-b border-line py-1.5 last:border-0"
                  >
                    <Link to={`/design/${designId}/listings`} className="min-w-0 flex-1 truncate underline">
                      {design}
                    </Link>
                    <span className="min-w-0 flex-1 truncate">
                      {spec.marketplace}, {spec.product}
                    </span>
                    <span className="min-w-0 flex-1 text-muted">{why}</span>
                  </li>
                ))}
              </ul>
            </details>
          )}
        </>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{sent ? say('close') : say('cancel')}</Button>
        {plan && !sent && plan.send.length > 0 && (
          <Button tone="main" disabled={chosen.length === 0} onClick={() => void begin(chosen)}>
            {say('sendListing', { chosen: chosen.length })}
          </Button>
        )}
      </div>
      {sent && <p className="mt-2 text-right text-[12.5px] text-muted">{say('closedItGoesOnThe')}</p>}
    </Modal>
  );
}

/** That a design looks like others: marketplaces refuse the same thing twice. */
function Alike({ to }: { to: readonly { name: string }[] | undefined }) {
  if (!to?.length) return null;
  const names = to.map((d) => `“${d.name || say('untitled')}”`).join(', ');
  return (
    <span className="flex items-center gap-1 text-[12.5px] text-muted" title={names}>
      <SeverityMark severity="note" size={12} />
      <span className="truncate">{say('looksMuchLike', { names })}</span>
    </span>
  );
}

/** How each listing goes. */
function SentList({ sent, lines }: { sent: readonly Sent[]; lines: ReadonlyMap<string, SendingLine> }) {
  return (
    <ul aria-label={say('howListingsGo')} className="max-h-[55vh] overflow-y-auto" aria-live="polite">
      {sent.map(({ one, fault }) => (
        <li key={keyOf(one)} className="flex items-start gap-3 border-b border-line py-1.5 last:border-0">
          <span className="min-w-0 flex-1 truncate font-medium">{one.design}</span>
          <span className="min-w-0 flex-1 truncate">
            {one.spec.marketplace}, {one.spec.product}
          </span>
          <span className="min-w-0 flex-1">
            {fault ? (
              <span className="inline-flex gap-1.5">
                <SeverityMark severity="stop" size={13} /> {fault}
              </span>
            ) : (
              <Going line={lines.get(keyOf(one)) ?? null} />
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Going({ line }: { line: SendingLine | null }) {
  if (!line) return <span className="text-muted">{say('waiting')}</span>;
  if (line.state === 'done')
    return (
      <span className="inline-flex items-center gap-1.5">
        <VerdictMark verdict="reads" size={13} /> {say('sent')}
      </span>
    );
  const { words, mark } = lineWords(line);
  return (
    <span className="inline-flex items-start gap-1.5">
      {mark && mark !== 'fine' && <SeverityMark severity={mark} size={13} />}
      <span>
        {words}
        {line.state === 'failed' && line.reason ? `: ${line.reason}` : ''}
      </span>
    </span>
  );
}
