import { useEffect, useState } from 'react';
import type { LinkAbout } from '@brelm/contract';
import { Button } from '../ui';
import { reasonOf } from '../store/api';
import { useMeQuery } from '../store/house-api';
import {
  useJoinAsMutation,
  useJoinMutation,
  useLookAtLinkMutation,
  useResetPasswordMutation,
} from '../store/people-api';
import { ROLE_WORDS } from './role-words';
import { Doorway, FormField } from './sign-in';

interface Refused {
  data?: { faults?: { field: string; message: string }[] };
}
const faultsOf = (error: unknown): Record<string, string> =>
  Object.fromEntries(((error as Refused).data?.faults ?? []).map((f) => [f.field, f.message]));

/** Whoever opens a link: makes themselves known, takes an invitation, or sets a new password. */
export default function Welcome() {
  const token = location.hash.slice(1);
  const [about, setAbout] = useState<LinkAbout | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [form, setForm] = useState({ signIn: '', name: '', password: '' });
  const [done, setDone] = useState(false);
  const { data: me } = useMeQuery();
  const [look] = useLookAtLinkMutation();
  const [join, { isLoading: joining }] = useJoinMutation();
  const [joinAs, { isLoading: taking }] = useJoinAsMutation();
  const [reset, { isLoading: setting }] = useResetPasswordMutation();
  const busy = joining || taking || setting;
  useEffect(() => {
    look(token)
      .unwrap()
      .then(
        (it) => {
          setAbout(it);
          setForm((f) => ({ ...f, signIn: it.sentTo ?? '' }));
        },
        (error: unknown) => setFault(reasonOf(error).replace(/^token: /, '')),
      );
  }, [look, token]);
  const attempt = async (work: () => Promise<unknown>, then: () => void) => {
    setFault(null);
    setFaults({});
    try {
      await work();
      then();
    } catch (error) {
      const own = faultsOf(error);
      setFaults(own);
      if (Object.keys(own).length === 0) setFault(reasonOf(error));
    }
  };
  const come = () => location.assign('/');
  const field = (name: 'signIn' | 'name' | 'password') => ({
    value: form[name],
    fault: faults[name] ?? null,
    required: true,
    onChange: (e: React.ChangeEvent<HTMLInputElement>) => setForm({ ...form, [name]: e.target.value }),
  });
  const password = (
    <FormField
      label="Password"
      type="password"
      autoComplete="new-password"
      hint="At least 12 characters; four or five words that nobody would guess do well."
      {...field('password')}
    />
  );
  const alert = fault && (
    <p role="alert" className="mb-3 text-[13px] text-rust">
      {fault}
    </p>
  );
  if (done)
    return (
      <Doorway>
        <h1 className="mb-2 text-2xl">Your new password is set</h1>
        <p className="mb-4 text-[13.5px] text-muted">You are signed out everywhere. Sign in with it now.</p>
        <Button tone="main" onClick={come}>
          Sign in
        </Button>
      </Doorway>
    );
  if (!about)
    return (
      <Doorway>
        {fault ? (
          <>
            <h1 className="mb-3 text-2xl">This link leads nowhere</h1>
            {alert}
          </>
        ) : (
          <p className="text-muted">Looking…</p>
        )}
      </Doorway>
    );
  const shop = about.shop ?? 'the shop';
  if (about.kind === 'reset')
    return (
      <Doorway>
        <form
          aria-label="A new password"
          onSubmit={(e) => {
            e.preventDefault();
            void attempt(
              () => reset({ token, password: form.password }).unwrap(),
              () => setDone(true),
            );
          }}
        >
          <h1 className="mb-2 text-2xl">Set a new password</h1>
          <p className="mb-4 text-[13.5px] text-muted">
            A second factor is taken off with it: set it up again.
          </p>
          {password}
          {alert}
          <Button type="submit" tone="main" disabled={busy}>
            Set it
          </Button>
        </form>
      </Doorway>
    );
  return (
    <Doorway>
      <h1 className="mb-2 text-2xl">{about.kind === 'owner' ? 'Make Brelm yours' : `Come into ${shop}`}</h1>
      <p className="mb-4 text-[13.5px] text-muted">
        {about.kind === 'owner'
          ? 'You are its first person: you invite others, and say what they may do.'
          : `You come in as ${about.role}: ${ROLE_WORDS[about.role ?? 'looker']}.`}
      </p>
      {me?.person && about.kind === 'invited' && (
        <div className="mb-5 rounded-md border border-line p-3">
          <p className="mb-2 text-[13.5px]">You are signed in as {me.person.name}.</p>
          <Button
            tone="main"
            disabled={busy}
            onClick={() => void attempt(() => joinAs(token).unwrap(), come)}
          >
            Come in as {me.person.name}
          </Button>
        </div>
      )}
      <form
        aria-label="Who you are"
        onSubmit={(e) => {
          e.preventDefault();
          void attempt(() => join({ token, ...form }).unwrap(), come);
        }}
      >
        <FormField
          label="Name to sign in with"
          hint="Written like an e-mail address; nothing is sent to it."
          autoComplete="username"
          inputMode="email"
          {...field('signIn')}
        />
        <FormField label="What others call you" autoComplete="name" {...field('name')} />
        {password}
        {alert}
        <Button type="submit" tone="main" disabled={busy}>
          {joining ? 'One moment…' : 'Come in'}
        </Button>
      </form>
    </Doorway>
  );
}
