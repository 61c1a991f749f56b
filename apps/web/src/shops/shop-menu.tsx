import { lazy, Suspense, useState } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Check, ChevronDown } from 'lucide-react';
import { Link } from 'react-router';
import { apiAt, shopPath } from '../platform/address';
import { useShopQuery } from '../store/api';
import { UNNAMED_SHOP, useMeQuery, useShopsQuery } from '../store/house-api';
import { chosenLanguage, chooseLanguage, LANGUAGES, type Language } from '../words/language';
import { say } from '../words/frame';

const ShopsDialog = lazy(() => import('./shops-dialog'));

const ITEM = 'group block w-full rounded-md px-2 py-1.5 text-left data-focus:bg-line';

/** The shop by its name, the others beside it, and what is done with all of it. */
export function ShopMenu() {
  const { data: shop } = useShopQuery();
  const { data: house } = useShopsQuery();
  const { data: me } = useMeQuery();
  const [managing, setManaging] = useState(false);
  const name = shop?.name || UNNAMED_SHOP;
  const shops = house?.shops ?? [];
  const ownsHouse = !me?.team || Boolean(me.person?.ownsHouse);
  const owns = !me?.team || me.shops.find((s) => s.path === shopPath)?.role === 'owner';
  return (
    <>
      <Menu>
        <MenuButton
          aria-label={say('shop', { name })}
          className="inline-flex min-w-0 items-center gap-1 rounded-md px-1.5 py-1 text-muted hover:text-ink"
        >
          <span className="truncate">{name}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </MenuButton>
        <MenuItems
          anchor={{ to: 'bottom start', gap: 4 }}
          className="z-50 w-80 rounded-md border border-edge bg-card p-1 text-[13px]"
        >
          {shops.length > 1 &&
            shops.map(({ id, name: called, path, designs }) => (
              <MenuItem key={id}>
                <a
                  href={`${path}/`}
                  aria-current={path === shopPath ? 'true' : undefined}
                  className={`${ITEM} flex items-center gap-2`}
                >
                  <Check size={14} aria-hidden className={path === shopPath ? 'text-spruce' : 'invisible'} />
                  <span className="min-w-0 flex-1 truncate font-medium">{called ?? UNNAMED_SHOP}</span>
                  <span className="text-muted tabular-nums group-data-focus:text-ink">{designs}</span>
                </a>
              </MenuItem>
            ))}
          {ownsHouse && (
            <MenuItem>
              <button type="button" className={ITEM} onClick={() => setManaging(true)}>
                <span className="block font-medium">{say('shopsDots')}</span>
                <span className="block text-muted group-data-focus:text-ink">
                  {say('aSecondShopBesideThis')}
                </span>
              </button>
            </MenuItem>
          )}
          <MenuItem>
            <Link to="/history" className={ITEM}>
              <span className="block font-medium">{say('whatWasDone')}</span>
              <span className="block text-muted group-data-focus:text-ink">
                {say('whoChangedWhatInThis')}
              </span>
            </Link>
          </MenuItem>
          {owns && (
            <>
              <div role="separator" className="my-1 border-t border-line" />
              <MenuItem>
                <a href={apiAt('shop/everything')} download className={ITEM}>
                  <span className="block font-medium">{say('takeEverythingOut')}</span>
                  <span className="block text-muted group-data-focus:text-ink">
                    {say('designsMaterialsSeriesListingsAnd')}
                  </span>
                </a>
              </MenuItem>
              <MenuItem>
                <a href={apiAt('shop/everything?made=true')} download className={ITEM}>
                  <span className="block font-medium">{say('theSameWithAllMade')}</span>
                  <span className="block text-muted group-data-focus:text-ink">
                    {say('largerByWhatIsListed')}
                  </span>
                </a>
              </MenuItem>
            </>
          )}
          <div role="separator" className="my-1 border-t border-line" />
          <div role="group" aria-label={say('language')} className="flex gap-1">
            {(Object.entries(LANGUAGES) as [Language, string][]).map(([language, called]) => (
              <MenuItem key={language}>
                <button
                  type="button"
                  lang={language}
                  aria-current={language === chosenLanguage() ? 'true' : undefined}
                  className={`${ITEM} flex items-center gap-2`}
                  onClick={() => {
                    chooseLanguage(language);
                    // What is not saved yet is kept, and goes on after it.
                    location.reload();
                  }}
                >
                  <Check
                    size={14}
                    aria-hidden
                    className={language === chosenLanguage() ? 'text-spruce' : 'invisible'}
                  />
                  {called}
                </button>
              </MenuItem>
            ))}
          </div>
        </MenuItems>
      </Menu>
      {managing && (
        <Suspense>
          <ShopsDialog onClose={() => setManaging(false)} />
        </Suspense>
      )}
    </>
  );
}
