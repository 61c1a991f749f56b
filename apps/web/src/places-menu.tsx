import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { NavLink, useLocation } from 'react-router';
import { say } from './words/frame';

/** The places of the shop as a menu, where a row of them has no room. */
export function PlacesMenu({ places }: { places: readonly (readonly [to: string, name: string])[] }) {
  const { pathname } = useLocation();
  const here = places.find(([to]) => (to === '/' ? pathname === '/' : pathname.startsWith(to)));
  return (
    <Menu as="nav" aria-label={say('places')} className="min-[840px]:hidden">
      <MenuButton className="inline-flex items-center gap-1 rounded-md bg-line px-2 py-1 font-medium whitespace-nowrap">
        {here?.[1] ?? say('places')}
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom start', gap: 4 }}
        className="z-50 w-48 rounded-md border border-edge bg-card p-1"
      >
        {places.map(([to, name]) => (
          <MenuItem key={to}>
            <NavLink
              to={to}
              end={to === '/'}
              className="block rounded-md px-2 py-1.5 font-medium data-focus:bg-line"
            >
              {name}
            </NavLink>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
