import { WAITS } from '@brelm/core/standing';
import { marketOfSpec, type Spec } from '@brelm/core/spec';
import type { ShelfAsked, ShelfPage } from '@brelm/contract';
import { GroupTabs } from './group-tabs';
import { PickSeveral } from './pick-several';
import { WAITS_WORDS } from './standing-words';
import type { useChosen } from './use-chosen';
import { ViewsMenu } from './views-menu';
import { say } from '../words/shelfDialogs';

/** The marketplaces of the spec book, by the first piece of their specs. */
const marketsOf = (specs: readonly Spec[]) =>
  [...new Map(specs.map((s) => [marketOfSpec(s.id), s.marketplace]))].map(([id, name]) => ({
    ...{ id, name, count: null },
  }));

/** What narrows the shelf: groups, what is waited for, marketplaces, kept views; and the order. */
export default function Narrowing({
  asked,
  first,
  specs,
  chosen,
  onAsk,
  onView,
}: {
  asked: ShelfAsked;
  first: ShelfPage | null;
  specs: readonly Spec[];
  chosen: ReturnType<typeof useChosen>;
  onAsk: (change: Partial<ShelfAsked>) => void;
  onView: (asked: ShelfAsked) => void;
}) {
  const waits = WAITS.filter((w) => first?.waits[w] || asked.waits.includes(w)).map((id) => ({
    ...{ id, name: WAITS_WORDS[id], count: first?.waits[id] ?? 0 },
  }));
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-2">
      <label className="-my-2 -mr-3 flex cursor-pointer items-center self-stretch px-3">
        <input
          type="checkbox"
          aria-label={say('chooseAllThatAreShown')}
          title={say('chooseAllThatAreShown')}
          checked={chosen.all}
          disabled={!first?.total}
          ref={(box) => {
            if (box) box.indeterminate = !chosen.all && chosen.list.length > 0;
          }}
          onChange={(e) => (e.target.checked ? void chosen.chooseAll() : chosen.clear())}
        />
      </label>
      <GroupTabs group={asked.group} counts={first?.groups ?? null} onGroup={(group) => onAsk({ group })} />
      <div className="ml-auto flex flex-wrap items-center gap-2">
        <PickSeveral
          label={say('waitsFor3')}
          all={say('waitsForAnything')}
          options={waits}
          chosen={asked.waits}
          onChoose={(list) => onAsk({ waits: list })}
        />
        <PickSeveral
          label={say('marketplaces')}
          all={say('anyMarketplace')}
          options={marketsOf(specs)}
          chosen={asked.markets}
          onChoose={(list) => onAsk({ markets: list })}
        />
        <select
          aria-label={say('order')}
          className="field !h-7 !w-auto text-[13px]"
          value={asked.order}
          onChange={(e) => onAsk({ order: e.target.value as ShelfAsked['order'] })}
        >
          <option value="day">{say('asTheDayGoes')}</option>
          <option value="changed">{say('lastChangedFirst')}</option>
          <option value="name">{say('byName')}</option>
        </select>
        <ViewsMenu asked={asked} onAsk={onView} />
      </div>
    </div>
  );
}
