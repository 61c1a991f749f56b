/** Where a tab keeps its name over reloads. */
const KEY = 'brelm-tab';

const lockOf = (tab: string) => `brelm-tab ${tab}`;

/** Holds a tab's name as long as its page lives; false where another page holds it. */
function take(tab: string): Promise<boolean> {
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((done) => {
    navigator.locks
      .request(lockOf(tab), { ifAvailable: true }, (lock) => {
        done(lock !== null);
        return lock ? new Promise<void>(() => undefined) : undefined;
      })
      .catch(() => done(true));
  });
}

/** A tab that was duplicated has the other's name, and takes one of its own. */
async function claim(): Promise<string> {
  const known = sessionStorage.getItem(KEY);
  if (known && (await take(known))) return known;
  const tab = crypto.randomUUID();
  sessionStorage.setItem(KEY, tab);
  await take(tab);
  return tab;
}

let claimed: Promise<string> | undefined;

/** The name of this tab: its own, and the same after a reload. */
export const thisTab = (): Promise<string> => (claimed ??= claim());

/** Names of the tabs that are open just now. */
export async function openTabs(): Promise<Set<string>> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  const prefix = lockOf('');
  return new Set(held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : [])));
}
