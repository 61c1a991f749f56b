import { deserialize, serialize } from 'node:v8';
import { applyEdit, emptyDesign, type Design } from '@brelm/core/design';
import { lettering, letteringLine, place } from '@brelm/core/parts';

/** What the browser keeps, instead of IndexedDB: whole values, copied as it copies them. */
const kept = new Map<string, Buffer>();
const read = (key: string): unknown => (kept.has(key) ? deserialize(kept.get(key)!) : undefined);
jest.mock('idb-keyval', () => ({
  createStore: () => null,
  get: (key: string) => Promise.resolve(read(key)),
  update: (key: string, change: (old: unknown) => unknown) =>
    Promise.resolve(void kept.set(key, serialize(change(read(key))))),
  delMany: (keys: string[]) => Promise.resolve(keys.forEach((k) => kept.delete(k))),
}));
jest.mock('./put-at-once', () => ({
  putAtOnce: (key: string, value: unknown) => Promise.resolve(void kept.set(key, serialize(value))),
}));
let tab = 'one';
jest.mock('./tab', () => ({
  thisTab: () => Promise.resolve(tab),
  openTabs: () => Promise.resolve(new Set()),
}));

import { closed, edited, opened, redone, undone } from './editor';
import { historyOf, startHistory } from './history';
import { store } from './index';

const board = { spec: 's', side: 'f', width: 900, height: 900, dpi: 300 };
const start: Design = {
  ...emptyDesign('Owls', board, 'soot', [], { name: 'Bone', value: '#f2ead8' }),
  parts: ['one', 'two'].map((id) =>
    lettering(id, id, place(100, 100), [letteringLine('OWL', 'rye', 300, 'ink-1')]),
  ),
};
const state = () => store.getState().editor;
const move = (x: number, gesture?: string) =>
  store.dispatch(edited({ label: `To ${x}`, gesture, edits: [{ op: 'place', part: 'one', place: { x } }] }));
const open = async (design: Design, id = 'x', mine = false) => {
  const history = await historyOf(id, design, mine);
  store.dispatch(
    opened({
      stored: { id, revision: 1, updatedAt: '', document: design },
      design: history?.design ?? design,
      history,
      at: 0,
    }),
  );
  return startHistory(id);
};
const settled = () => new Promise<void>((done) => setImmediate(done));
/** Leaves the design and comes back to it as the server has it. */
const again = async (stop: () => void, design = state().design!, mine = false): Promise<() => void> => {
  stop();
  await settled();
  store.dispatch(closed());
  return open(deserialize(serialize(design)) as Design, 'x', mine);
};
const xOf = () => state().design!.parts[0].place.x;

beforeEach(() => {
  kept.clear();
  tab = 'one';
  const listeners = { addEventListener: () => undefined, removeEventListener: () => undefined };
  Object.assign(globalThis, { document: { visibilityState: 'visible', ...listeners }, window: listeners });
});
afterEach(() => void store.dispatch(closed()));

describe('undo over a reload', () => {
  it('goes back and on as before, and what the states share stays shared', async () => {
    let stop = await open(start);
    for (const x of [200, 300, 400]) move(x);
    store.dispatch(undone());
    stop = await again(stop);
    expect(state().past.map((s) => s.label)).toEqual(['To 200', 'To 300']);
    expect(state().future.map((s) => s.label)).toEqual(['To 400']);
    expect(state().past[0].before.parts[1]).toBe(state().design!.parts[1]);
    store.dispatch(redone());
    expect(xOf()).toBe(400);
    for (let i = 0; i < 3; i++) store.dispatch(undone());
    expect(state().design).toEqual(start);
    expect(state().past).toEqual([]);
    stop();
  });

  it('never joins a new gesture to a step from before', async () => {
    let stop = await open(start);
    move(200, 'drag 1');
    stop = await again(stop);
    move(300, 'drag 1');
    expect(state().past).toHaveLength(2);
    store.dispatch(undone());
    expect(xOf()).toBe(200);
    stop();
  });

  it('takes what was done after the last step that was kept for one step more', async () => {
    let stop = await open(start);
    move(200);
    const later = applyEdit(state().design!, { op: 'rename', name: 'Just before it was closed' });
    stop = await again(stop, later, true);
    expect(state().past.map((s) => s.label)).toEqual(['To 200', 'The last changes before the reload']);
    expect(state().design!.name).toBe('Just before it was closed');
    store.dispatch(undone());
    expect([state().design!.name, xOf()]).toEqual(['Owls', 200]);
    store.dispatch(redone());
    expect(state().design!.name).toBe('Just before it was closed');
    stop();
  });

  it('is not offered for what was changed elsewhere, in another tab, or by another Brelm', async () => {
    let stop = await open(start);
    move(200);
    const mine = state().design!;
    stop = await again(stop, applyEdit(mine, { op: 'rename', name: 'Changed elsewhere' }));
    expect(state().past).toEqual([]);
    expect(state().design!.name).toBe('Changed elsewhere');
    stop();
    await settled();
    expect(await historyOf('x', mine, false)).not.toBeNull();
    tab = 'two';
    expect(await historyOf('x', mine, false)).toBeNull();
    tab = 'one';
    const [key] = [...kept.keys()].filter((k) => k.startsWith('x '));
    kept.set(key, serialize({ ...(read(key) as object), by: 'another' }));
    expect(await historyOf('x', mine, false)).toBeNull();
  });

  it('keeps a hundred steps, of the designs that were open last', async () => {
    let stop = await open(start);
    for (let x = 0; x < 130; x++) move(x + 200);
    stop = await again(stop);
    expect(state().past).toHaveLength(100);
    expect(state().past[0].label).toBe('To 230');
    const mine = state().design!;
    expect(await historyOf('x', mine, false)).not.toBeNull();
    stop();
    await settled();
    for (let n = 0; n < 12; n++) {
      const other = await open(start, `other ${n}`);
      move(500);
      other();
      await settled();
    }
    expect(await historyOf('x', mine, false)).toBeNull();
    expect([...kept.keys()].filter((k) => k.startsWith('other'))).toHaveLength(12);
  });

  it('writes nothing before there is a step', async () => {
    const stop = await open(start);
    store.dispatch(undone());
    stop();
    await settled();
    expect(kept.has('x one')).toBe(false);
  });
});
