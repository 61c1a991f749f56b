import { documentOf, emptyDesign, emptySide, type Design, type DesignDocument } from '@brelm/core/design';
import type * as Core from '@brelm/core/design';
import type { Draft } from './drafts';

/** What the browser keeps, instead of IndexedDB. */
const kept = new Map<string, Draft>();
jest.mock('./drafts', () => ({
  keepDraft: (id: string, draft: Draft) => Promise.resolve(void kept.set(id, draft)),
  dropDraft: (id: string) => Promise.resolve(void kept.delete(id)),
  sameDesign: (a: Design, b: Design) => {
    const core = jest.requireActual<typeof Core>('@brelm/core/design');
    const text = (d: Design) => JSON.stringify(core.documentOf(core.readDesign(core.documentOf(d))));
    return text(a) === text(b);
  },
}));

import { pullNow, startAutosave } from './autosave';
import { closed, edited, opened, redone, sideOpened, undone } from './editor';
import { store } from './index';

const start = emptyDesign('Owls', { spec: 's', side: 'f', width: 900, height: 900, dpi: 300 }, 'soot', [], {
  name: 'Bone',
  value: '#f2ead8',
});
const rename = (name: string) => store.dispatch(edited({ label: 'Rename', edits: [{ op: 'rename', name }] }));
const state = () => store.getState().editor;

interface Call {
  body: { revision: number; document: DesignDocument };
  answer(status: number, body: unknown): void;
  fail(): void;
}
let calls: Call[] = [];
let stop: () => void;

beforeEach(() => {
  jest.useFakeTimers();
  calls = [];
  kept.clear();
  const listeners = { addEventListener: () => undefined, removeEventListener: () => undefined };
  Object.assign(globalThis, { document: { visibilityState: 'visible', ...listeners }, window: listeners });
  globalThis.fetch = jest.fn(
    (_url: unknown, init?: { body: string }) =>
      new Promise((done, fail) =>
        calls.push({
          body: JSON.parse(init?.body ?? '{}') as Call['body'],
          answer: (status, body) =>
            done({ ok: status < 400, status, json: () => Promise.resolve(body) } as Response),
          fail: () => fail(new TypeError('no network')),
        }),
      ),
  ) as unknown as typeof fetch;
  store.dispatch(opened({ stored: { id: 'x', revision: 1, updatedAt: '', document: start }, at: 0 }));
  stop = startAutosave('x', start, { revision: 1, document: start });
});
afterEach(() => {
  stop();
  store.dispatch(closed());
  jest.useRealTimers();
});
const settled = () => jest.advanceTimersByTimeAsync(0);

describe('saving', () => {
  it('keeps a change in the browser at once, and says so until the server has it', async () => {
    rename('Moths');
    expect(kept.get('x')).toMatchObject({ revision: 1, design: { name: 'Moths' } });
    expect(state().save.kind).toBe('saving');
    await jest.advanceTimersByTimeAsync(700);
    expect(calls[0].body).toMatchObject({ revision: 1, document: { name: 'Moths' } });
    calls[0].answer(200, { revision: 2 });
    await settled();
    expect(state()).toMatchObject({ revision: 2, save: { kind: 'saved' } });
    expect(kept.has('x')).toBe(false);
  });

  it('does not say saved while there is more, and sends that after it', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    rename('Bats');
    calls[0].answer(200, { revision: 2 });
    await settled();
    expect(state().save.kind).toBe('saving');
    expect(kept.get('x')).toMatchObject({ revision: 2, design: { name: 'Bats' } });
    await jest.advanceTimersByTimeAsync(700);
    expect(calls[1].body).toMatchObject({ revision: 2, document: { name: 'Bats' } });
  });

  it('has nothing left to keep when a change is undone before it was sent', async () => {
    rename('Moths');
    store.dispatch(undone());
    await jest.advanceTimersByTimeAsync(1000);
    expect(calls).toHaveLength(0);
    expect(state().save.kind).toBe('saved');
    expect(kept.has('x')).toBe(false);
  });

  it('has nothing to save in a side that is opened, and all sides in what it sends', async () => {
    const { board } = start;
    store.dispatch(edited({ label: 'Add', edits: [{ op: 'addSide', side: emptySide('back', '', board) }] }));
    await jest.advanceTimersByTimeAsync(700);
    expect(calls[0].body.document.sides.map((side) => side.id)).toEqual(['f', 'back']);
    calls[0].answer(200, { revision: 2 });
    await settled();
    store.dispatch(sideOpened('f'));
    expect(state()).toMatchObject({ save: { kind: 'saved' }, design: { side: { id: 'f' } } });
    await jest.advanceTimersByTimeAsync(2000);
    expect(calls).toHaveLength(1);
    expect(kept.has('x')).toBe(false);
  });

  it('loses nothing when the design is left while a save is under way', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    rename('Bats');
    stop();
    store.dispatch(closed());
    expect(kept.get('x')!.design.name).toBe('Bats');
    calls[0].answer(200, { revision: 2 });
    await settled();
    expect(kept.get('x')).toMatchObject({ revision: 2, design: { name: 'Bats' } });
    expect(calls[1].body).toMatchObject({ revision: 2, document: { name: 'Bats' } });
    calls[1].answer(200, { revision: 3 });
    await settled();
    expect(kept.has('x')).toBe(false);
  });

  it('goes on by itself when the server comes back', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    calls[0].fail();
    await settled();
    expect(state().save.kind).toBe('offline');
    expect(kept.get('x')!.design.name).toBe('Moths');
    await jest.advanceTimersByTimeAsync(3000);
    calls[1].answer(200, { revision: 2 });
    await settled();
    expect(state().save.kind).toBe('saved');
  });

  it('takes a save that arrived without its answer for no conflict, another’s for one', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    calls[0].answer(409, { current: { revision: 2, document: documentOf({ ...start, name: 'Moths' }) } });
    await settled();
    expect(state()).toMatchObject({ revision: 2, save: { kind: 'saved' } });
    rename('Bats');
    await jest.advanceTimersByTimeAsync(700);
    calls[1].answer(409, { current: { revision: 3, document: documentOf({ ...start, name: 'Foxes' }) } });
    await settled();
    expect(state().save.kind).toBe('conflict');
    expect(kept.get('x')!.design.name).toBe('Bats');
  });
});

describe('what somebody else saved meanwhile', () => {
  const theirs = (change: Partial<Design>) => ({
    id: 'x',
    revision: 5,
    updatedAt: '',
    document: documentOf({ ...start, ...change }),
  });

  it('is put together with what was changed here, and both are saved', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    rename('Moths and bats');
    calls[0].answer(409, { current: theirs({ light: 90 }) });
    await settled();
    expect(state()).toMatchObject({ revision: 5, design: { name: 'Moths and bats', light: 90 } });
    expect(state().save.kind).toBe('saving');
    await jest.advanceTimersByTimeAsync(700);
    expect(calls[1].body).toMatchObject({ revision: 5, document: { name: 'Moths and bats', light: 90 } });
    calls[1].answer(200, { revision: 6 });
    await settled();
    expect(state()).toMatchObject({ revision: 6, save: { kind: 'saved' } });
    expect(kept.has('x')).toBe(false);
  });

  it('is not taken back with what was done here', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    calls[0].answer(409, { current: theirs({ light: 90 }) });
    await settled();
    store.dispatch(undone());
    expect(state().design).toMatchObject({ name: 'Owls', light: 90 });
    store.dispatch(redone());
    expect(state().design).toMatchObject({ name: 'Moths', light: 90 });
  });

  it('is asked about where both changed the same, and where it is not known what was begun from', async () => {
    rename('Moths');
    await jest.advanceTimersByTimeAsync(700);
    calls[0].answer(409, { current: theirs({ name: 'Newts' }) });
    await settled();
    expect(state()).toMatchObject({ save: { kind: 'conflict' }, design: { name: 'Moths' } });
    // A draft of an older revision than what the server has now: what it began from is nowhere.
    stop();
    store.dispatch(opened({ stored: { id: 'x', revision: 1, updatedAt: '', document: start }, at: 0 }));
    stop = startAutosave('x', null, { revision: 4, document: start });
    rename('Bats');
    await jest.advanceTimersByTimeAsync(700);
    calls.at(-1)!.answer(409, { current: theirs({ light: 90 }) });
    await settled();
    expect(state()).toMatchObject({
      save: { kind: 'conflict' },
      design: { name: 'Bats', light: start.light },
    });
  });

  it('comes in by itself where nothing was changed here, and nothing is sent for it', async () => {
    const pulled = pullNow();
    calls[0].answer(200, theirs({ light: 90 }));
    await pulled;
    expect(state()).toMatchObject({ revision: 5, design: { name: 'Owls', light: 90 } });
    await jest.advanceTimersByTimeAsync(5000);
    expect([calls.length, state().save.kind, state().past.length]).toEqual([1, 'saved', 0]);
  });

  it('that is no newer changes nothing, nor does a server that is away', async () => {
    const same = pullNow();
    calls[0].answer(200, { ...theirs({ light: 90 }), revision: 1 });
    await same;
    const away = pullNow();
    calls[1].fail();
    await away;
    expect(state()).toMatchObject({ revision: 1, design: { light: start.light } });
  });
});
