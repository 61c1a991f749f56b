import { NavLink, Outlet, useOutletContext } from 'react-router';
import { PLACE_WIDTH, SelectField } from '../ui';
import { COUNTRIES, countryName, useCountry } from './country';
import { say } from '../words/almanac';

const ROOMS = [
  ['/almanac', say('year')],
  ['/almanac/demand', say('demand')],
  ['/almanac/phrases', say('phrases')],
  ['/almanac/ideas', say('ideas')],
] as const;

/** The country that is looked at. */
export const useLookedAt = (): string => useOutletContext<string>();

/** The year as a seller sees it: what sells when, what is looked for, words for it, and ideas. */
export function Almanac() {
  const [country, setCountry] = useCountry();
  return (
    <main className={`${PLACE_WIDTH} flex h-full flex-col low:overflow-y-auto`}>
      <div className="mb-3 flex shrink-0 flex-wrap items-end gap-x-5 gap-y-2">
        <h1 className="text-[26px] leading-none">{say('almanac')}</h1>
        <nav aria-label={say('almanac')} className="flex gap-1">
          {ROOMS.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/almanac'}
              className={({ isActive }) =>
                `border-b-2 px-2 pb-0.5 font-medium ${isActive ? 'border-spruce text-ink' : 'border-transparent text-muted hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto w-40">
          <SelectField label={say('soldTo')} value={country} onChange={(e) => setCountry(e.target.value)}>
            {COUNTRIES.map((id) => (
              <option key={id} value={id}>
                {countryName(id)}
              </option>
            ))}
          </SelectField>
        </div>
      </div>
      <div className="min-h-0 flex-1 low:flex-none">
        <Outlet context={country} />
      </div>
    </main>
  );
}
