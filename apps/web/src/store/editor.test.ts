import { emptyDesign, emptySide, type Design, type Edit } from '@brelm/core/design';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import {
  edited,
  editor,
  mineKept,
  opened,
  previewed,
  redone,
  saveStateChanged,
  selected,
  sideOpened,
  stepEnded,
  undone,
  wentTo,
  type EditorState,
} from './editor';

const board = { spec: 'pinfold/tee-front', side: 'front', width: 4500, height: 5400, dpi: 300 };
const base: Design = {
  ...emptyDesign('Owls', board, 'soot', ['soot'], { name: 'Bone', value: '#f2ead8' }),
  parts: ['one', 'two'].map((id) =>
    lettering(id, id, place(100, 100), [letteringLine('OWL', 'rye', 300, 'ink-1')]),
  ),
};
const stored = { id: 'd', revision: 3, updatedAt: '2026-11-02T00:00:00Z', document: base };
const reduce = (...actions: Parameters<typeof editor.reducer>[1][]): EditorState =>
  actions.reduce(editor.reducer, editor.reducer(undefined, opened({ stored, at: 1 }))) as EditorState;
const move = (x: number, gesture?: string) =>
  edited({
    edits: [{ op: 'place', part: 'one', place: { x } } as Edit],
    label: 'Move',
    ...(gesture ? { gesture } : {}),
  });
const xOf = (s: EditorState) => s.design!.parts.find((p) => p.id === 'one')!.place.x;

describe('history', () => {
  it('undoes and redoes step by step, back to the very design that was opened', () => {
    const there = reduce(move(200), move(300));
    expect(there.past.map((p) => p.label)).toEqual(['Move', 'Move']);
    const back = [undone(), undone()].reduce(editor.reducer, there) as EditorState;
    expect(back.design).toBe(base);
    const again = [redone(), redone()].reduce(editor.reducer, back) as EditorState;
    expect(xOf(again)).toBe(300);
    expect(editor.reducer(again, redone())).toBe(again);
    expect(editor.reducer(reduce(), undone())).toEqual(reduce());
  });

  it('takes each value that is confirmed for a step of its own, though it is of the same kind', () => {
    const state = reduce(move(200, 'left'), stepEnded(), move(300, 'left'), move(301, 'left'));
    expect(state.past).toHaveLength(2);
    expect(xOf(editor.reducer(state, undone()) as EditorState)).toBe(200);
    const ended = editor.reducer(state, stepEnded());
    expect(editor.reducer(ended, stepEnded())).toBe(ended);
    expect(reduce(stepEnded())).toEqual(reduce());
  });

  it('joins the edits of one gesture into one step, and not those of two', () => {
    const state = reduce(move(200, 'drag 1'), move(250, 'drag 1'), move(300, 'drag 2'));
    expect(state.past).toHaveLength(2);
    expect(xOf(editor.reducer(state, undone()) as EditorState)).toBe(250);
  });

  it('does not join a gesture over an undo', () => {
    const state = reduce(move(200, 'nudge'), undone(), redone(), move(300, 'nudge'));
    expect(state.past).toHaveLength(2);
  });

  it('drops what was undone when something new is done', () => {
    const state = reduce(move(200), undone(), move(400));
    expect(state.future).toEqual([]);
    expect(xOf(state)).toBe(400);
  });

  it('goes to any step at once, as undo and redo would, and can come back', () => {
    const there = reduce(move(200), move(300), move(400));
    const first = editor.reducer(there, wentTo(1)) as EditorState;
    const undoneTwice = [undone(), undone()].reduce(editor.reducer, there) as EditorState;
    expect(xOf(first)).toBe(200);
    expect(first.design).toBe(undoneTwice.design);
    expect([first.past.length, first.future.length]).toEqual([1, 2]);
    expect(xOf([redone(), redone()].reduce(editor.reducer, first) as EditorState)).toBe(400);
    expect(xOf(editor.reducer(first, wentTo(3)) as EditorState)).toBe(400);
    expect((editor.reducer(there, wentTo(0)) as EditorState).design).toBe(base);
    expect(editor.reducer(there, wentTo(3))).toBe(there);
    expect(xOf(editor.reducer(there, wentTo(99)) as EditorState)).toBe(400);
  });

  it('makes no step of an edit that changes nothing', () => {
    const state = reduce(
      edited({ edits: [{ op: 'setInk', ink: 'ink-1', value: '#f2ead8' }], label: 'Change an ink' }),
    );
    expect(state.past).toEqual([]);
    expect(state.design).toBe(base);
  });
});

describe('selection and preview', () => {
  it('selects no part that is gone', () => {
    const state = reduce(
      selected(['one', 'two']),
      edited({ edits: [{ op: 'removeParts', parts: ['one'] }], label: 'Remove' }),
    );
    expect(state.selection).toEqual(['two']);
    expect((editor.reducer(state, undone()) as EditorState).design!.parts).toHaveLength(2);
  });

  it('shows a preview without making it, and forgets it when something is made', () => {
    const preview: Edit[] = [{ op: 'removeParts', parts: ['one'] }];
    const state = reduce(previewed(preview));
    expect(state.design).toBe(base);
    expect((editor.reducer(state, move(5)) as EditorState).preview).toBeNull();
  });
});

describe('saving', () => {
  it('knows the revision of what was saved', () => {
    expect(reduce(saveStateChanged({ save: { kind: 'saved', at: 2 }, revision: 4 })).revision).toBe(4);
    expect(reduce(saveStateChanged({ save: { kind: 'saving' } })).revision).toBe(3);
  });

  it('goes on with its own version on top of another, which the server is to keep', () => {
    const theirs = { ...stored, revision: 7 };
    const state = reduce(
      move(200),
      saveStateChanged({ save: { kind: 'conflict', theirs } }),
      mineKept({ revision: 7 }),
    );
    expect(state).toMatchObject({ revision: 7, replaces: true });
    expect(xOf(state)).toBe(200);
    expect(state.design).not.toBe(base);
    const done = editor.reducer(state, saveStateChanged({ save: { kind: 'saved', at: 3 }, revision: 8 }));
    expect(done).toMatchObject({ revision: 8, replaces: false });
  });
});

describe('sides', () => {
  const back = edited({
    edits: [{ op: 'addSide', side: emptySide('back', 'Nape', board) }],
    label: 'Add a side',
  });

  it('are opened without a step, with nothing of the other side selected', () => {
    const added = reduce(selected(['one']), back);
    expect(added.design!.side.name).toBe('Nape');
    const front = editor.reducer(added, sideOpened('front')) as EditorState;
    expect(front.design!.parts).toBe(base.parts);
    expect(front.past).toHaveLength(1);
    expect(
      (
        editor.reducer(
          reduce(back, sideOpened('front'), selected(['one'])),
          sideOpened('back'),
        ) as EditorState
      ).selection,
    ).toEqual([]);
    expect(editor.reducer(front, sideOpened('front'))).toBe(front);
  });

  it('are gone back to where a change is undone or done again', () => {
    const moved = reduce(back, sideOpened('front'), move(200), sideOpened('back'));
    const undo = editor.reducer(moved, undone()) as EditorState;
    expect([undo.design!.side.id, xOf(undo)]).toEqual(['front', 100]);
    const redo = editor.reducer(editor.reducer(undo, sideOpened('back')), redone()) as EditorState;
    expect([redo.design!.side.id, xOf(redo)]).toEqual(['front', 200]);
    const gone = [undone(), undone()].reduce(editor.reducer, moved) as EditorState;
    expect(gone.design).toBe(base);
    expect((editor.reducer(gone, redone()) as EditorState).design!.side.id).toBe('back');
    expect((editor.reducer(gone, wentTo(2)) as EditorState).design!.side.id).toBe('front');
  });
});
