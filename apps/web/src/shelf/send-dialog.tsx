import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useAppDispatch } from '../store';
import { api, reasonOf, useSpecsQuery } from '../store/api';
import type { SendingView } from '../store/api-types';
import { useConnectionsQuery, useSendingQuery, useSendMutation } from '../store/listings-api';
import { useStandingQuery } from '../store/shelf-api';
import { Button, Modal, SeverityMark, VerdictMark } from '../ui';
import { stateWords } from '../stages/listings/state-words';
import { sendPlan, type Sendable } from './send-plan';

/** How often it is asked how listings go, ms. */
const ASK_MS = 1000;

const keyOf = ({ designId, spec }: Sendable): string => `${designId} ${spec.id}`;

/** Why a listing is refused: the row says already which it is. */
function whyOf(error: unknown): string {
  const { faults } = (error as { data?: { faults?: { message: string }[] } }).data ?? {};
  return faults?.length ? faults.map((f) => f.message).join('; ') : reasonOf(error);
}

/** What became of a listing that was to be sent. */
interface Sent {
  one: Sendable;
  /** What it was sent with; null where it was refused. */
  sending: string | null;
  fault: string | null;
}

/** Sends the listings of several designs: what will be sent, and then how each goes. */
export default function SendDialog({
  designs,
  onClose,
}: {
  designs: readonly string[];
  onClose: () => void;
}) {
  const standing = useStandingQuery(designs, { refetchOnMountOrArgChange: true });
  const { data: specs } = useSpecsQuery();
  const connections = useConnectionsQuery();
  const [send] = useSendMutation();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [sent, setSent] = useState<Sent[] | null>(null);
  const [busy, setBusy] = useState(false);
  const plan = useMemo(
    () =>
      standing.data && specs && connections.data ? sendPlan(standing.data, specs, connections.data) : null,
    [standing.data, specs, connections.data],
  );
  const chosen = plan?.send.filter((s) => !left.has(keyOf(s))) ?? [];

  const begin = async () => {
    setBusy(true);
    const out: Sent[] = [];
    // Each by itself: one that is refused holds up no other.
    for (const one of chosen) {
      try {
        const { designId, spec } = one;
        const { id } = await send([{ designId, spec: spec.id, action: 'publish' }]).unwrap();
        out.push({ one, sending: id, fault: null });
      } catch (error) {
        out.push({ one, sending: null, fault: whyOf(error) });
      }
      setSent([...out]);
    }
    setBusy(false);
  };

  const fault = standing.error ?? connections.error;
  return (
    <Modal open title={sent ? 'Sending listings' : 'Which listings are sent'} wide onClose={onClose}>
      {fault ? (
        <p role="alert">{reasonOf(fault)}</p>
      ) : !plan ? (
        <p className="text-muted">Looking at what is ready…</p>
      ) : sent ? (
        <SentList sent={sent} />
      ) : (
        <>
          {plan.send.length === 0 && (
            <p>
              {plan.not.length === 0
                ? 'Each of these stands on its marketplaces as it is now: there is nothing to send.'
                : 'None of these can be sent yet.'}
            </p>
          )}
          {plan.send.length > 0 && (
            <ul aria-label="Listings to send" className="max-h-[40vh] overflow-y-auto">
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
                    <span className="min-w-0 flex-1 truncate font-medium">{one.design}</span>
                    <span className="min-w-0 flex-1 truncate">
                      {one.spec.marketplace}, {one.spec.product}
                    </span>
                    <span className="w-28 shrink-0 text-right text-muted">
                      {one.action === 'new' ? 'new' : 'brought up'}
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          )}
          {plan.not.length > 0 && (
            <details className="mt-3" open={plan.send.length === 0}>
              <summary className="cursor-pointer text-muted">
                {plan.not.length} {plan.not.length === 1 ? 'is' : 'are'} not sent
              </summary>
              <ul aria-label="Listings that are not sent" className="mt-1 max-h-[30vh] overflow-y-auto">
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
        <Button onClick={onClose}>{sent ? 'Close' : 'Cancel'}</Button>
        {plan && !sent && plan.send.length > 0 && (
          <Button tone="main" disabled={busy || chosen.length === 0} onClick={() => void begin()}>
            {busy
              ? 'Looking at them…'
              : `Send ${chosen.length} ${chosen.length === 1 ? 'listing' : 'listings'}`}
          </Button>
        )}
      </div>
      {sent && (
        <p className="mt-2 text-right text-[12.5px] text-muted">
          Closed, it goes on; the shelf says how each stands.
        </p>
      )}
    </Modal>
  );
}

/** How each listing goes. */
function SentList({ sent }: { sent: readonly Sent[] }) {
  return (
    <ul aria-label="How listings go" className="max-h-[55vh] overflow-y-auto" aria-live="polite">
      {sent.map(({ one, sending, fault }) => (
        <li key={keyOf(one)} className="flex items-start gap-3 border-b border-line py-1.5 last:border-0">
          <span className="min-w-0 flex-1 truncate font-medium">{one.design}</span>
          <span className="min-w-0 flex-1 truncate">
            {one.spec.marketplace}, {one.spec.product}
          </span>
          <span className="min-w-0 flex-1">
            {sending ? (
              <Going sending={sending} one={one} />
            ) : (
              <span className="inline-flex gap-1.5">
                <SeverityMark severity="stop" size={13} /> {fault}
              </span>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}

const OPEN = ['queued', 'working'];
const going = (view: SendingView): boolean => view.lines.some((l) => OPEN.includes(l.state));

function Going({ sending, one }: { sending: string; one: Sendable }) {
  const dispatch = useAppDispatch();
  const [asking, setAsking] = useState(true);
  const { data, error } = useSendingQuery(sending, { pollingInterval: asking ? ASK_MS : 0 });
  const ended = data !== undefined && !going(data);
  useEffect(() => {
    if (!ended) return;
    setAsking(false);
    // The shelf behind says it, too.
    dispatch(api.util.invalidateTags(['listings']));
  }, [ended, dispatch]);
  const line = data?.lines.find((l) => l.designId === one.designId && l.spec === one.spec.id);
  if (error) return <span role="alert">{reasonOf(error)}</span>;
  if (!line) return <span className="text-muted">…</span>;
  if (line.state === 'done')
    return (
      <span className="inline-flex items-center gap-1.5">
        <VerdictMark verdict="reads" size={13} /> sent
      </span>
    );
  const { words, mark } = stateWords({
    ...{ id: '', designId: one.designId, spec: one.spec.id, state: 'new', sent: null, remote: null },
    ...{ heardAt: null, behind: [], changedThere: false, line },
  });
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
