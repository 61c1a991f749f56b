import { useId, useState, type ReactNode } from 'react';
import { Dialog, DialogPanel } from '@headlessui/react';
import { Button, Refusal } from '../ui';
import { signOut } from './sign-out';
import { canHavePasskeys } from './can-have-passkeys';
import { reasonOf } from '../store/api';
import { useSignInByPasskeyMutation, useSignInCodeMutation, useSignInMutation } from '../store/people-api';
import { say } from '../words/people';

/** A page that stands by itself: nobody is in yet. */
export function Doorway({ children }: { children: ReactNode }) {
  return (
    <main className="flex min-h-full items-start justify-center bg-paper px-6 pt-[14vh]">
      <div className="w-full max-w-sm rounded-md border border-line bg-card p-7">
        <p className="mb-5 font-display text-[19px] font-bold tracking-tight">{say('brelm')}</p>
        {children}
      </div>
    </main>
  );
}

/** A field of a form that is sent as a whole. */
export function FormField({
  label,
  hint,
  fault,
  ...input
}: React.InputHTMLAttributes<HTMLInputElement> & { label: string; hint?: string; fault?: string | null }) {
  const id = useId();
  return (
    <div className="mb-3">
      <label htmlFor={id} className="block text-[13px] font-medium">
        {label}
      </label>
      <input
        {...input}
        id={id}
        className="field mt-0.5 !h-9"
        aria-invalid={Boolean(fault)}
        aria-describedby={fault || hint ? `${id}-about` : undefined}
      />
      {(fault ?? hint) && (
        <p id={`${id}-about`} className={`mt-0.5 text-[12.5px] ${fault ? 'text-rust' : 'text-muted'}`}>
          {fault ?? hint}
        </p>
      )}
    </div>
  );
}

/**
 * Signs in: name and password, then a code where one is asked for. `over`: laid over the work of somebody whose session has
 * ended; what they did is kept beneath.
 */
export default function SignIn({
  half,
  over,
  done,
}: {
  half: boolean;
  over?: { id: string; name: string; signIn: string };
  done: () => void;
}) {
  const [needsCode, setNeedsCode] = useState(half);
  const [signIn, setSignIn] = useState(over?.signIn ?? '');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [enter, { isLoading: entering }] = useSignInMutation();
  const [enterCode, { isLoading: checking }] = useSignInCodeMutation();
  const [byPasskey, { isLoading: signing }] = useSignInByPasskeyMutation();
  const busy = entering || checking || signing;
  const start = async () => {
    setFault(null);
    try {
      const { needs } = needsCode
        ? await enterCode(code).unwrap()
        : await enter({ signIn, password }).unwrap();
      setPassword('');
      if (needs) return setNeedsCode(true);
      // Whoever else comes in sees nothing of the work beneath.
      if (over && signIn.trim().toLowerCase() !== over.signIn) return location.reload();
      done();
    } catch (error) {
      setFault(reasonOf(error).replace(/^(code|password|signIn): /, ''));
    }
  };
  const form = (
    <form
      aria-label={say('signIn')}
      onSubmit={(e) => {
        e.preventDefault();
        void start();
      }}
    >
      <h1 className="mb-4 text-2xl">{over ? say('signInAgain') : say('signIn')}</h1>
      {over && <p className="-mt-2 mb-4 text-[13.5px] text-muted">{say('theSessionHasEndedWhat')}</p>}
      {needsCode ? (
        <FormField
          key="code"
          label={say('code')}
          hint={say('sixDigitsOfYourSecond')}
          autoFocus
          required
          autoComplete="one-time-code"
          value={code}
          onChange={(e) => setCode(e.target.value)}
        />
      ) : (
        <>
          <FormField
            label={say('name')}
            autoFocus={!over}
            required
            autoComplete="username"
            inputMode="email"
            placeholder="maud@duskwren.example"
            value={signIn}
            onChange={(e) => setSignIn(e.target.value)}
          />
          <FormField
            label={say('password')}
            autoFocus={Boolean(over)}
            required
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
        </>
      )}
      <Refusal fault={fault} className="mb-3" />
      <div className="flex items-center gap-3">
        <Button type="submit" tone="main" disabled={busy}>
          {busy ? say('looking') : needsCode ? say('checkTheCode') : say('signIn')}
        </Button>
        {!needsCode && canHavePasskeys() && (
          <Button
            disabled={busy}
            onClick={() => {
              setFault(null);
              byPasskey()
                .unwrap()
                // Whoever it was: what lies beneath may be somebody else's.
                .then(() => (over ? location.reload() : done()))
                .catch((error: unknown) => setFault(reasonOf(error)));
            }}
          >
            {say('withAPasskey')}
          </Button>
        )}
        {needsCode && (
          <Button
            onClick={() => {
              void signOut();
            }}
          >
            {say('asSomebodyElse')}
          </Button>
        )}
      </div>
      {!needsCode && <p className="mt-5 text-[12.5px] text-muted">{say('forgottenAnOwnerOfThe')}</p>}
    </form>
  );
  if (!over) return <Doorway>{form}</Doorway>;
  return (
    <Dialog open aria-label={say('signInAgain')} onClose={() => undefined} className="fixed inset-0 z-[60]">
      <div className="absolute inset-0 bg-ink/60" aria-hidden />
      <div className="absolute inset-0 flex items-start justify-center overflow-y-auto p-6 pt-[14vh]">
        <DialogPanel className="w-full max-w-sm rounded-md border border-edge bg-card p-6">
          {form}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
