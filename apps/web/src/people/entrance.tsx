import { lazy, Suspense, useEffect, useMemo, type ReactNode } from 'react';
import { shopPath } from '../platform/address';
import { hearOfSessions, setLooking, setSignedOut, useSignedOut } from '../platform/standing';
import { reasonOf } from '../store/api';
import { useMeQuery } from '../store/house-api';

// Nobody who works alone needs them.
const SignIn = lazy(() => import('./sign-in'));
const Welcome = lazy(() => import('./welcome'));
const NoShop = lazy(() => import('./no-shop'));

/** Lets in whoever may come in: at once where nobody signs in. */
export function Entrance({ children }: { children: ReactNode }) {
  const { data: me, error, refetch } = useMeQuery();
  const signedOut = useSignedOut();
  const isTeam = me?.team ?? false;
  const here = me?.shops.find((s) => s.path === shopPath);
  // Before what is inside asks for anything.
  useMemo(() => setLooking(here?.role === 'looker'), [here?.role]);
  useEffect(() => {
    if (isTeam) hearOfSessions();
  }, [isTeam]);
  if (location.pathname === '/welcome') return <Suspense>{<Welcome />}</Suspense>;
  // A server that does not answer is told where one works: what is kept in this browser is there.
  if (!me)
    return error ? (
      <>{'status' in error && error.status === 'FETCH_ERROR' ? children : reasonOf(error)}</>
    ) : null;
  if (isTeam && !me.person)
    return (
      <Suspense>
        <SignIn half={me.half} done={() => void refetch()} />
      </Suspense>
    );
  if (isTeam && !here)
    return (
      <Suspense>
        <NoShop shops={me.shops} />
      </Suspense>
    );
  return (
    <>
      {children}
      {signedOut && me.person && (
        <Suspense>
          <SignIn
            over={me.person}
            half={false}
            done={() => {
              setSignedOut(false);
              // Whatever waits for the server tries again now.
              window.dispatchEvent(new Event('online'));
            }}
          />
        </Suspense>
      )}
    </>
  );
}
