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
import { ROLE_NAMES, ROLE_WORDS } from './role-words';
import { Doorway, FormField } from './sign-in';
import { say } from '../words/people';

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
      label={say('password')}
      type="password"
      autoComplete="new-password"
      hint={say('atLeast12CharactersFour')}
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
        <h1 className="mb-2 text-2xl">{say('yourNewPasswordIsSet')}</h1>
        <p className="mb-4 text-[13.5px] text-muted">{say('youAreSignedOutEverywhere')}</p>
        <Button tone="main" onClick={come}>
          {say('signIn')}
        </Button>
      </Doorway>
    );
  if (!about)
    return (
      <Doorway>
        {fault ? (
          <>
            <h1 className="mb-3 text-2xl">{say('thisLinkLeadsNowhere')}</h1>
            {alert}
          </>
        ) : (
          <p className="text-muted">{say('looking')}</p>
        )}
      </Doorway>
    );
  const shop = about.shop ?? say('theShop');
  if (about.kind === 'reset')
    return (
      <Doorway>
        <form
          aria-label={say('aNewPassword')}
          onSubmit={(e) => {
            e.preventDefault();
            void attempt(
              () => reset({ token, password: form.password }).unwrap(),
              () => setDone(true),
            );
          }}
        >
          <h1 className="mb-2 text-2xl">{say('setANewPassword')}</h1>
          <p className="mb-4 text-[13.5px] text-muted">{say('aSecondFactorIsTaken')}</p>
          {password}
          {alert}
          <Button type="submit" tone="main" disabled={busy}>
            {say('setIt')}
          </Button>
        </form>
      </Doorway>
    );
  return (
    <Doorway>
      <h1 className="mb-2 text-2xl">
        {about.kind === 'owner' ? say('makeBrelmYours') : say('comeInto', { shop })}
      </h1>
      <p className="mb-4 text-[13.5px] text-muted">
        {about.kind === 'owner'
          ? say('youAreItsFirstPerson')
          : say('youComeInAs', {
              role: ROLE_NAMES[about.role ?? 'looker'],
              roleWords: ROLE_WORDS[about.role ?? 'looker'],
            })}
      </p>
      {me?.person && about.kind === 'invited' && (
        <div className="mb-5 rounded-md border border-line p-3">
          <p className="mb-2 text-[13.5px]">{say('youAreSignedInAs', { name: me.person.name })}</p>
          <Button
            tone="main"
            disabled={busy}
            onClick={() => void attempt(() => joinAs(token).unwrap(), come)}
          >
            {say('comeInAs', { name: me.person.name })}
          </Button>
        </div>
      )}
      <form
        aria-label={say('whoYouAre')}
        onSubmit={(e) => {
          e.preventDefault();
          void attempt(() => join({ token, ...form }).unwrap(), come);
        }}
      >
        <FormField
          label={say('nameToSignInWith')}
          hint={say('writtenLikeAnEMail')}
          autoComplete="username"
          inputMode="email"
          {...field('signIn')}
        />
        <FormField label={say('whatOthersCallYou')} autoComplete="name" {...field('name')} />
        {password}
        {alert}
        <Button type="submit" tone="main" disabled={busy}>
          {joining ? say('oneMoment') : say('comeIn')}
        </Button>
      </form>
    </Doorway>
  );
}
