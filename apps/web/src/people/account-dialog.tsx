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
import { say } from '../words/people';

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
  if (!open) return <Button onClick={() => setOpen(true)}>{say('changeIt')}</Button>;
  return (
    <form
      aria-label={say('changeThePassword')}
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
              notify('done', say('yourPasswordIsChangedYou'));
            },
            (error: unknown) => setFault(without(error)),
          );
      }}
    >
      <FormField
        label={say('theOneYouHave')}
        type="password"
        autoComplete="current-password"
        autoFocus
        required
        value={before}
        onChange={(e) => setBefore(e.target.value)}
      />
      <FormField
        label={say('aNewOne')}
        type="password"
        autoComplete="new-password"
        hint={say('atLeast12Characters')}
        required
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <Refusal fault={fault} className="mb-2" />
      <div className="flex gap-2">
        <Button type="submit" tone="main" disabled={isLoading}>
          {say('changeIt2')}
        </Button>
        <Button onClick={() => setOpen(false)}>{say('leaveIt')}</Button>
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
        <p className="mb-2 text-[13px]">{say('itIsSetUpEach')}</p>
        <ul className="mb-3 grid grid-cols-2 gap-x-6 gap-y-1 rounded-md border border-line p-3 font-mono text-[13.5px]">
          {codes.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
        <div className="flex gap-2">
          <Button onClick={() => void navigator.clipboard.writeText(codes.join('\n'))}>
            {say('copyThem')}
          </Button>
          <Button tone="main" onClick={() => setCodes(null)}>
            {say('iHaveThem')}
          </Button>
        </div>
      </div>
    );
  if (secret)
    return (
      <form
        aria-label={say('setUpTheSecondFactor')}
        onSubmit={(e) => {
          e.preventDefault();
          void attempt(async () => {
            setCodes((await set(text).unwrap()).codes);
            setSecret(null);
          });
        }}
      >
        <p className="mb-2 text-[13px]">{say('readThisWithAnApplication')}</p>
        <div className="mb-3 flex items-start gap-4">
          <img
            src={asPicture(secret.picture)}
            alt={say('theSecretAsAPicture')}
            className="size-40 border border-line"
          />
          <div className="min-w-0 flex-1">
            <p className="mb-3 font-mono text-[13px] break-all">{secret.secret}</p>
            <FormField
              label={say('code')}
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
                {say('setItUp')}
              </Button>
              <Button onClick={() => setSecret(null)}>{say('leaveIt')}</Button>
            </div>
          </div>
        </div>
      </form>
    );
  if (leaving)
    return (
      <form
        aria-label={say('giveUpTheSecondFactor')}
        onSubmit={(e) => {
          e.preventDefault();
          void attempt(async () => {
            await drop(text).unwrap();
            setLeaving(false);
          });
        }}
      >
        <FormField
          label={say('yourPassword')}
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
            {say('giveItUp')}
          </Button>
          <Button onClick={() => setLeaving(false)}>{say('keepIt')}</Button>
        </div>
      </form>
    );
  return (
    <>
      <p className="mb-2 text-[13px] text-muted">
        {isSet ? say('aCodeOfYourPhone') : say('aCodeOfYourPhoneAfter')}
      </p>
      <Refusal fault={fault} className="mb-2" />
      {isSet ? (
        <Button onClick={() => setLeaving(true)}>{say('giveItUpDots')}</Button>
      ) : (
        <Button onClick={() => void attempt(async () => setSecret(await begin().unwrap()))}>
          {say('setItUpDots')}
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
  if (!data) return <p className="text-[13px] text-muted">{say('looking')}</p>;
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
              {here ? say('here') : formatDistanceToNow(new Date(seenAt), { addSuffix: true })}
            </span>
            <Button
              disabled={here}
              aria-label={say('endTheSessionIn', { agent: agentWords(agent) })}
              className="w-16 justify-center"
              onClick={() => void end(id)}
            >
              {say('end')}
            </Button>
          </li>
        ))}
      </ul>
      {data.length > 1 && <Button onClick={() => void endOthers()}>{say('endAllOthers')}</Button>}
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
      <p className="mb-2 text-[13px] text-muted">{say('aKeyThatStaysOn')}</p>
      {data.length > 0 && (
        <ul aria-label={say('passkeys')} className="mb-2">
          {data.map(({ id, name, rpId, seenAt }) => (
            <li
              key={id}
              className="flex items-center gap-3 border-t border-line py-1.5 text-[13px] first:border-0"
            >
              <span className="min-w-0 flex-1 truncate">
                {name} <span className="text-muted">{say('at', { rpId })}</span>
              </span>
              <span className="text-muted">
                {seenAt ? formatDistanceToNow(new Date(seenAt), { addSuffix: true }) : say('notUsedYet')}
              </span>
              <Button aria-label={say('giveUpThePasskey', { name })} onClick={() => void remove(id)}>
                {say('giveUp')}
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
          {isLoading ? say('yourDeviceAsksYou') : say('makeOneOnThisDevice')}
        </Button>
      ) : (
        <p className="text-[13px]">{say('hereTheyCannotBeMade')}</p>
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
    <Modal open title={say('you')} onClose={onClose}>
      <Section title={say('name')}>
        <input
          key={name}
          aria-label={say('whatOthersCallYou')}
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
        <p className="mt-1 text-[12.5px] text-muted">{say('youSignInAs', { signIn })}</p>
        <Refusal fault={fault} />
      </Section>
      <Section title={say('password')}>
        <Password />
      </Section>
      <Section title={say('secondFactor')}>
        <SecondFactor isSet={secondFactor} />
      </Section>
      <Section title={say('passkeys')}>
        <Passkeys />
      </Section>
      <Section title={say('whereYouAreSignedIn')}>
        <Sessions />
      </Section>
      <div className="flex justify-end">
        <Button onClick={onClose}>{say('close')}</Button>
      </div>
    </Modal>
  );
}
