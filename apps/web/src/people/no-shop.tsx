import type { Shop } from '@brelm/contract';
import { UNNAMED_SHOP } from '../store/house-api';
import { Button } from '../ui';
import { signOut } from './sign-out';
import { Doorway } from './sign-in';
import { say } from '../words/people';

/** Somebody is in, but not in the shop of this address. */
export default function NoShop({ shops }: { shops: Shop[] }) {
  return (
    <Doorway>
      <h1 className="mb-2 text-2xl">{shops.length ? say('chooseAShop') : say('youAreInNoShop')}</h1>
      {shops.length === 0 && <p className="mb-4 text-[13.5px] text-muted">{say('askAnOwnerToInvite')}</p>}
      <ul className="mb-4">
        {shops.map(({ id, name, path, designs }) => (
          <li key={id} className="border-t border-line first:border-0">
            <a href={`${path}/`} className="flex items-baseline gap-3 py-2 hover:text-spruce">
              <span className="min-w-0 flex-1 truncate font-medium">{name ?? UNNAMED_SHOP}</span>
              <span className="text-[13px] text-muted tabular-nums">{designs}</span>
            </a>
          </li>
        ))}
      </ul>
      <Button onClick={() => void signOut()}>{say('signOut')}</Button>
    </Doorway>
  );
}
