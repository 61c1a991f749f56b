import { useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { CircleHelp } from 'lucide-react';
import { IconButton, Notices } from './ui';
import { KeysHelp } from './keys-help';
import { SaveMark } from './save-mark';
import { useShopQuery } from './store/api';
import { useKeys } from './use-keys';

const PLACES = [
  ['/', 'Shelf'],
  ['/almanac', 'Almanac'],
  ['/series', 'Series'],
  ['/sheets', 'Sheets'],
  ['/materials', 'Materials'],
  ['/specs', 'Spec book'],
  ['/runs', 'Runs'],
  ['/samples', 'Samples'],
  ['/numbers', 'Numbers'],
] as const;

/** The bar on top and the place below it. */
export function Frame() {
  const [help, setHelp] = useState(false);
  const { data: shop } = useShopQuery();
  useKeys({ '?': () => setHelp(true) });
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-11 shrink-0 items-center gap-5 border-b border-line bg-card px-4">
        <NavLink to="/" className="font-display text-[19px] font-bold tracking-tight text-ink">
          Brelm
        </NavLink>
        {shop?.name && <span className="truncate text-muted">{shop.name}</span>}
        <nav aria-label="Places" className="flex gap-1">
          {PLACES.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/'}
              className={({ isActive }) =>
                `rounded-md px-2.5 py-1 font-medium ${isActive ? 'bg-line text-ink' : 'text-muted hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-3">
          <SaveMark />
          <IconButton label="All keys" keys="?" onClick={() => setHelp(true)}>
            <CircleHelp size={17} />
          </IconButton>
        </div>
      </header>
      <div className="min-h-0 flex-1">
        <Outlet />
      </div>
      <Notices />
      <KeysHelp open={help} onClose={() => setHelp(false)} />
    </div>
  );
}
