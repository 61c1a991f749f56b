import { useState } from 'react';
import { formatDistanceToNow } from 'date-fns';
import { Button, leaveField, Modal, notify, Refusal } from '../ui';
import { reasonOf } from '../store/api';
import { useMeQuery } from '../store/house-api';
import {
  useAddPasskeyMutation,
  useBeginFactorMutation,
  useChangePasswordMutation,
  useDropFactorMutation,
  useEndOtherSessionsMutation,
  useEndSessionMutation,
  usePasskeysQuery,
  useRemovePasskeyMutation,
  useRenameMeMutation,
  useSessionsQuery,
  useSetFactorMutation,
} from '../store/people-api';
import { agentWords } from './agent-words';
import { canHavePasskeys } from './can-have-passkeys';
import { FormField } from './sign-in';

const without = (error: unknown): string => reasonOf(error).replace(/^(before|password|code): /, '');

function Section({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} className="border-t border-line py-4 first:border-0 first:pt-0">
      <h3 className="mb-2 font-display text-[15px] font-semibold">{title}</h3>
      {children}
    </section>
  );
}

function Password() {
  const [open, setOpen] = useState(false);
  const [before, setBefore] = useState('');
  const [password, setPassword] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [change, { isLoading }] = useChangePasswordMutation();
  if (!open) return <Button onClick={() => setOpen(true)}>Change it…</Button>;
  return (
    <form
      aria-label="Change the password"
      onSubmit={(e) => {
        e.preventDefault();
        setFault(null);
        change({ before, password })
          .unwrap()
          .then(
            () => {
              setOpen(false);
              setBefore('');
              setPassword('');
              notify('done', 'Your password is changed; you are signed out everywhere else.');
            },
            (error: unknown) => setFault(without(error)),
          );
      }}
    >
      <FormField
        label="The one you have"
        type="password"
        autoComplete="current-password"
        autoFocus
        required
        value={before}
        onChange={(e) => setBefore(e.target.value)}
      />
      <FormField
        label="A new one"
        type="password"
        autoComplete="new-password"
        hint="At least 12 characters."
        required
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <Refusal fault={fault} className="mb-2" />
      <div className="flex gap-2">
        <Button type="submit" tone="main" disabled={isLoading}>
          Change it
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </div>
    </form>
  );
}

/** The picture of a secret comes from the server as SVG of its own making; as a picture it cannot run anything. */
const asPicture = (svg: string): string => `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`;

function SecondFactor({ isSet }: { isSet: boolean }) {
  const [begin] = useBeginFactorMutation();
  const [set, { isLoading: setting }] = useSetFactorMutation();
  const [drop, { isLoading: dropping }] = useDropFactorMutation();
  const [secret, setSecret] = useState<{ secret: string; picture: string } | null>(null);
  const [codes, setCodes] = useState<string[] | null>(null);
  const [leaving, setLeaving] = useState(false);
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const attempt = async (work: () => Promise<void>) => {
    setFault(null);
    try {
      await work();
      setText('');
    } catch (error) {
      setFault(without(error));
    }
  };
  if (codes)
    return (
      <div>
        <p className="mb-2 text-[13px]">
          It is set up. Each of these codes stands in for it once: keep them where your phone is not. They are
          shown this once.
        </p>
        <ul className="mb-3 grid grid-cols-2 gap-x-6 gap-y-1 rounded-md border border-line p-3 font-mono text-[13.5px]">
          {codes.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
        <div className="flex gap-2">
          <Button onClick={() => void navigator.clipboard.writeText(codes.join('\n'))}>Copy them</Button>
          <Button tone="main" onClick={() => setCodes(null)}>
            I have them
          </Button>
        </div>
      </div>
    );
  if (secret)
    return (
      <form
        aria-label="Set up the second factor"
        onSubmit={(e) => {
          e.preventDefault();
          void attempt(async () => {
            setCodes((await set(text).unwrap()).codes);
            setSecret(null);
          });
        }}
      >
        <p className="mb-2 text-[13px]">
          Read this with an application for codes, or type the secret in there; then type the code that it
          shows.
        </p>
        <div className="mb-3 flex items-start gap-4">
          <img
            src={asPicture(secret.picture)}
            alt="The secret as a picture"
            className="size-40 border border-line"
          />
          <div className="min-w-0 flex-1">
            <p className="mb-3 font-mono text-[13px] break-all">{secret.secret}</p>
            <FormField
              label="Code"
              inputMode="numeric"
              autoComplete="one-time-code"
              autoFocus
              required
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
            <Refusal fault={fault} className="mb-2" />
            <div className="flex gap-2">
              <Button type="submit" tone="main" disabled={setting}>
                Set it up
              </Button>
              <Button onClick={() => setSecret(null)}>Leave it</Button>
            </div>
          </div>
        </div>
      </form>
    );
  if (leaving)
    return (
      <form
        aria-label="Give up the second factor"
        onSubmit={(e) => {
          e.preventDefault();
          void attempt(async () => {
            await drop(text).unwrap();
            setLeaving(false);
          });
        }}
      >
        <FormField
          label="Your password"
          type="password"
          autoComplete="current-password"
          autoFocus
          required
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Refusal fault={fault} className="mb-2" />
        <div className="flex gap-2">
          <Button type="submit" tone="danger" disabled={dropping}>
            Give it up
          </Button>
          <Button onClick={() => setLeaving(false)}>Keep it</Button>
        </div>
      </form>
    );
  return (
    <>
      <p className="mb-2 text-[13px] text-muted">
        {isSet
          ? 'A code of your phone is asked for after the password.'
          : 'A code of your phone after the password: who has the password alone is not in.'}
      </p>
      <Refusal fault={fault} className="mb-2" />
      {isSet ? (
        <Button onClick={() => setLeaving(true)}>Give it up…</Button>
      ) : (
        <Button onClick={() => void attempt(async () => setSecret(await begin().unwrap()))}>
          Set it up…
        </Button>
      )}
    </>
  );
}

function Sessions() {
  const { data, error } = useSessionsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [end] = useEndSessionMutation();
  const [endOthers] = useEndOtherSessionsMutation();
  if (error) return <p className="text-[13px] text-rust">{reasonOf(error)}</p>;
  if (!data) return <p className="text-[13px] text-muted">Looking…</p>;
  return (
    <>
      <ul className="mb-2">
        {data.map(({ id, agent, seenAt, here }) => (
          <li
            key={id}
            className="flex items-center gap-3 border-t border-line py-1.5 text-[13px] first:border-0"
          >
            <span className="min-w-0 flex-1 truncate" title={agent}>
              {agentWords(agent)}
            </span>
            <span className="text-muted">
              {here ? 'here' : formatDistanceToNow(new Date(seenAt), { addSuffix: true })}
            </span>
            <Button
              disabled={here}
              aria-label={`End the session in ${agentWords(agent)}`}
              className="w-16 justify-center"
              onClick={() => void end(id)}
            >
              End
            </Button>
          </li>
        ))}
      </ul>
      {data.length > 1 && <Button onClick={() => void endOthers()}>End all others</Button>}
    </>
  );
}

/** Keys of one's own devices, by which one comes in without a password. */
function Passkeys() {
  const { data = [] } = usePasskeysQuery();
  const [add, { isLoading }] = useAddPasskeyMutation();
  const [remove] = useRemovePasskeyMutation();
  const [fault, setFault] = useState<string | null>(null);
  return (
    <>
      <p className="mb-2 text-[13px] text-muted">
        A key that stays on a device of yours: its finger or number instead of the password.
      </p>
      {data.length > 0 && (
        <ul aria-label="Passkeys" className="mb-2">
          {data.map(({ id, name, rpId, seenAt }) => (
            <li
              key={id}
              className="flex items-center gap-3 border-t border-line py-1.5 text-[13px] first:border-0"
            >
              <span className="min-w-0 flex-1 truncate">
                {name} <span className="text-muted">at {rpId}</span>
              </span>
              <span className="text-muted">
                {seenAt ? formatDistanceToNow(new Date(seenAt), { addSuffix: true }) : 'not used yet'}
              </span>
              <Button aria-label={`Give up the passkey ${name}`} onClick={() => void remove(id)}>
                Give up
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Refusal fault={fault} className="mb-2" />
      {canHavePasskeys() ? (
        <Button
          disabled={isLoading}
          onClick={() => {
            setFault(null);
            add(agentWords(navigator.userAgent))
              .unwrap()
              .catch((error: unknown) => setFault(reasonOf(error)));
          }}
        >
          {isLoading ? 'Your device asks you…' : 'Make one on this device'}
        </Button>
      ) : (
        <p className="text-[13px]">
          Here they cannot be made: Brelm has to be opened at a name, such as localhost, not at a number.
        </p>
      )}
    </>
  );
}

/** What is one's own: name, password, second factor, sessions. */
export default function AccountDialog({ onClose }: { onClose: () => void }) {
  const { data: me } = useMeQuery();
  const [rename] = useRenameMeMutation();
  const [fault, setFault] = useState<string | null>(null);
  if (!me?.person) return null;
  const { name, signIn, secondFactor } = me.person;
  return (
    <Modal open title="You" onClose={onClose}>
      <Section title="Name">
        <input
          key={name}
          aria-label="What others call you"
          className="field"
          dir="auto"
          maxLength={120}
          defaultValue={name}
          onKeyDown={(e) => leaveField(e, name)}
          onBlur={(e) => {
            const to = e.target.value.trim();
            if (!to) e.target.value = name;
            else if (to !== name)
              rename(to)
                .unwrap()
                .then(
                  () => setFault(null),
                  (error: unknown) => setFault(reasonOf(error)),
                );
          }}
        />
        <p className="mt-1 text-[12.5px] text-muted">You sign in as {signIn}.</p>
        <Refusal fault={fault} />
      </Section>
      <Section title="Password">
        <Password />
      </Section>
      <Section title="Second factor">
        <SecondFactor isSet={secondFactor} />
      </Section>
      <Section title="Passkeys">
        <Passkeys />
      </Section>
      <Section title="Where you are signed in">
        <Sessions />
      </Section>
      <div className="flex justify-end">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Modal>
  );
}
