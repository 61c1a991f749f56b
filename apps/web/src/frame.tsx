import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { CircleHelp, Keyboard, Search } from 'lucide-react';
import { IconButton, Notices } from './ui';
import { openHelp, useOpenHelp } from './help/help-store';
import { isLooking } from './platform/standing';
import { PersonMenu } from './people/person-menu';
import { PlacesMenu } from './places-menu';
import { SaveMark } from './save-mark';
import { ShopMenu } from './shops/shop-menu';
import { useKeys } from './keys';
import { useAppSelector } from './store';
import type { EditorState } from './store/editor-state';
import { useMeQuery } from './store/house-api';
import { say } from './words/frame';

// They load with their first use.
const FindBox = lazy(() => import('./find/find-box'));
const KeysDialog = lazy(() => import('./keys/keys-dialog'));
const HelpPanel = lazy(() => import('./help/help-panel'));
const PresentMarks = lazy(() => import('./together/present-marks'));

const PLACES = [
  ['/', say('shelf')],
  ['/almanac', say('almanac')],
  ['/series', say('series')],
  ['/sheets', say('sheets')],
  ['/materials', say('materials')],
  ['/specs', say('specBook')],
  ['/runs', say('runs')],
  ['/samples', say('samples')],
  ['/numbers', say('numbers')],
] as const;

/** The bar on top and the place below it. */
export function Frame() {
  const [help, setHelp] = useState(false);
  const [finding, setFinding] = useState(false);
  const open = useOpenHelp();
  const { data: me } = useMeQuery();
  const inDesign = useAppSelector((s) => Boolean((s.editor as EditorState | undefined)?.id));
  const toggleHelp = () => openHelp(open ? null : { page: null, at: null });
  useKeys(
    {
      help: toggleHelp,
      keys: () => setHelp(true),
      search: [() => setFinding(true), null],
    },
    { outermost: true },
  );
  useEffect(() => {
    // Also while something is typed: it is no letter.
    const down = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() !== 'k' || !(e.ctrlKey || e.metaKey) || e.altKey || e.shiftKey) return;
      e.preventDefault();
      if (!document.querySelector('[role="dialog"], [role="menu"]')) setFinding(true);
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, []);
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-11 shrink-0 items-center gap-2 border-b border-line bg-card px-4 lg:gap-3 xl:gap-5">
        <NavLink to="/" className="font-display text-[19px] font-bold tracking-tight text-ink">
          Brelm
        </NavLink>
        <ShopMenu />
        <PlacesMenu places={PLACES} />
        <nav aria-label={say('places')} className="flex max-[839px]:hidden xl:gap-1">
          {PLACES.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/'}
              className={({ isActive }) =>
                `rounded-md px-1.5 py-1 font-medium whitespace-nowrap xl:px-2.5 ${isActive ? 'bg-line text-ink' : 'text-muted hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-1 whitespace-nowrap xl:gap-3">
          <Suspense>{me?.team && inDesign && <PresentMarks />}</Suspense>
          <SaveMark />
          <IconButton label={say('findAnything')} keys="Ctrl K" onClick={() => setFinding(true)}>
            <Search size={17} />
          </IconButton>
          <IconButton label={say('allKeys')} keys="?" onClick={() => setHelp(true)}>
            <Keyboard size={17} />
          </IconButton>
          <IconButton label={say('help')} keys="F1" aria-expanded={open !== null} onClick={toggleHelp}>
            <CircleHelp size={17} />
          </IconButton>
          <PersonMenu />
        </div>
      </header>
      {isLooking() && (
        <p role="note" className="shrink-0 border-b border-line bg-line px-4 py-1 text-[13px]">
          {say('youMayLookAtThis')}
        </p>
      )}
      <div className="relative flex min-h-0 flex-1">
        <div className="h-full min-w-0 flex-1">
          <Outlet />
        </div>
        <div id="beside-work" />
        {open && (
          <Suspense>
            <HelpPanel open={open} />
          </Suspense>
        )}
      </div>
      <Notices />
      {finding && (
        <Suspense>
          <FindBox places={[...PLACES, ['/history', say('whatWasDone')]]} onClose={() => setFinding(false)} />
        </Suspense>
      )}
      {help && (
        <Suspense>
          <KeysDialog onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </div>
  );
}
