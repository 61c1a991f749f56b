import { lazy, Suspense, useState } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { shopPath } from '../platform/address';
import { useMeQuery } from '../store/house-api';
import { PersonMark } from './person-mark';
import { signOut } from './sign-out';
import { ROLE_NAMES } from './role-words';
import { say } from '../words/frame';

const AccountDialog = lazy(() => import('./account-dialog'));
const PeopleDialog = lazy(() => import('./people-dialog'));

const ITEM = 'block w-full rounded-md px-2 py-1.5 text-left data-focus:bg-line';

/** Who is signed in, and what is theirs; nothing where nobody signs in. */
export function PersonMenu() {
  const { data: me } = useMeQuery();
  const [open, setOpen] = useState<'account' | 'people' | null>(null);
  if (!me?.person) return null;
  const { person } = me;
  const here = me.shops.find((s) => s.path === shopPath);
  return (
    <>
      <Menu>
        <MenuButton className="rounded-full">
          <span className="sr-only">{say('signedInAs', { name: person.name })}</span>
          <PersonMark name={person.name} id={person.id} />
        </MenuButton>
        <MenuItems
          anchor={{ to: 'bottom end', gap: 4 }}
          className="z-50 w-72 rounded-md border border-edge bg-card p-1 text-[13px]"
        >
          <div className="px-2 py-1.5">
            <p className="truncate font-medium">{person.name}</p>
            <p className="truncate text-muted">
              {person.signIn}
              {here?.role && `, ${ROLE_NAMES[here.role]}`}
            </p>
          </div>
          <div role="separator" className="my-1 border-t border-line" />
          <MenuItem>
            <button type="button" className={ITEM} onClick={() => setOpen('account')}>
              <span className="block font-medium">{say('you')}</span>
              <span className="block text-muted">{say('namePasswordSecondFactorWhere')}</span>
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className={ITEM} onClick={() => setOpen('people')}>
              <span className="block font-medium">{say('people')}</span>
              <span className="block text-muted">{say('whoIsInThisShop')}</span>
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className={`${ITEM} font-medium`} onClick={() => void signOut()}>
              {say('signOut')}
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      <Suspense>
        {open === 'account' && <AccountDialog onClose={() => setOpen(null)} />}
        {open === 'people' && here && (
          <PeopleDialog
            shop={here}
            ownsHouse={person.ownsHouse}
            me={person.id}
            onClose={() => setOpen(null)}
          />
        )}
      </Suspense>
    </>
  );
}
