import clsx from 'clsx';
import { GROUPS, type Group } from '@brelm/core/standing';
import { GROUP_WORDS } from './standing-words';
import { region } from '../words/language';
import { say } from '../words/shelfDialogs';

/** Where designs belong, with how many there are of each; one narrows the shelf. */
export function GroupTabs({
  group,
  counts,
  onGroup,
}: {
  group: Group | null;
  counts: Readonly<Record<Group, number>> | null;
  onGroup: (group: Group | null) => void;
}) {
  const all = counts ? GROUPS.reduce((n, g) => n + counts[g], 0) : null;
  return (
    <div role="group" aria-label={say('designsByHowTheyStand')} className="flex flex-wrap items-center gap-1">
      {([null, ...GROUPS] as const).map((g) => {
        const count = g === null ? all : (counts?.[g] ?? null);
        return (
          <button
            key={g ?? 'all'}
            type="button"
            aria-pressed={group === g}
            className={clsx(
              'inline-flex h-7 items-center gap-1.5 rounded-md px-2.5 text-[13px] hover:bg-line',
              group === g ? 'bg-line font-medium' : 'text-muted',
            )}
            onClick={() => onGroup(g)}
          >
            {g === null ? say('all') : GROUP_WORDS[g]}
            <span
              className={clsx(
                'tabular-nums',
                g === 'refused' && count ? 'font-semibold text-rust' : group !== g && 'text-muted',
              )}
            >
              {count?.toLocaleString(region()) ?? ''}
            </span>
          </button>
        );
      })}
    </div>
  );
}
