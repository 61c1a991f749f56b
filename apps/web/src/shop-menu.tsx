import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { useShopQuery } from './store/api';
import { apiAt } from './platform/address';

const ITEM = 'block w-full rounded-md px-2 py-1.5 text-left data-focus:bg-line';

/** The shop by its name, and what is done with all of it. */
export function ShopMenu() {
  const { data: shop } = useShopQuery();
  const name = shop?.name || 'The shop';
  return (
    <Menu>
      <MenuButton
        aria-label={`Shop: ${name}`}
        className="inline-flex min-w-0 items-center gap-1 rounded-md px-1.5 py-1 text-muted hover:text-ink"
      >
        <span className="truncate">{name}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom start', gap: 4 }}
        className="z-50 w-80 rounded-md border border-edge bg-card p-1 text-[13px]"
      >
        <MenuItem>
          <a href={apiAt('shop/everything')} download className={ITEM}>
            <span className="block font-medium">Take everything out</span>
            <span className="block text-muted">
              Designs, materials, series, listings and all else as one archive of open formats: a copy to
              keep, or to put back elsewhere.
            </span>
          </a>
        </MenuItem>
        <MenuItem>
          <a href={apiAt('shop/everything?made=true')} download className={ITEM}>
            <span className="block font-medium">The same with all made files</span>
            <span className="block text-muted">
              Larger by what is listed under Runs; they can be made again, too.
            </span>
          </a>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}
