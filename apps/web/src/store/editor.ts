import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { applyEdits, mergeDesigns, openSide, type Design, type Edit } from '@brelm/core/design';
import type { Finding } from '@brelm/core/proof';
import { store } from '.';
import type { StoredDesign } from './opened';
import type { EditorState, SaveState, Step } from './editor-state';
import { root } from './root';

export type { EditorState, SaveState } from './editor-state';

const initialState: EditorState = {
  id: null,
  revision: 0,
  design: null,
  past: [],
  future: [],
  selection: [],
  colourway: undefined,
  save: { kind: 'saved', at: 0 },
  pointedAt: null,
  preview: null,
  dragging: false,
  replaces: false,
};

/** Steps that can still be undone after somebody else's changes came in, at the most. */
const MOST_REBASED = 50;

const keepSelection = (state: EditorState, design: Design) => {
  const ids = new Set(design.parts.map((p) => p.id));
  return state.selection.every((id) => ids.has(id))
    ? state.selection
    : state.selection.filter((id) => ids.has(id));
};

// Reducers return new states instead of writing to drafts: a design may hold megabytes of outlines,
// and drafting would wrap all of it.
export const editor = createSlice({
  name: 'editor',
  initialState: initialState as EditorState,
  reducers: {
    opened: (
      _state,
      {
        payload,
      }: PayloadAction<{
        stored: StoredDesign;
        design?: Design;
        /** Steps from before it was loaded anew. */
        history?: Pick<EditorState, 'past' | 'future'> | null;
        at: number;
      }>,
    ): EditorState => ({
      ...initialState,
      id: payload.stored.id,
      revision: payload.stored.revision,
      design: payload.design ?? payload.stored.document,
      past: payload.history?.past ?? [],
      future: payload.history?.future ?? [],
      colourway: payload.stored.document.colourways[0]?.id,
      save: { kind: 'saved', at: payload.at },
    }),
    closed: (): EditorState => initialState,
    edited: (
      state,
      {
        payload,
      }: PayloadAction<{
        edits: Edit[];
        label: string;
        gesture?: string;
        select?: string[];
      }>,
    ): EditorState => {
      const s = state as EditorState;
      if (!s.design) return s;
      const design = applyEdits(s.design, payload.edits);
      if (design === s.design) return { ...s, preview: null };
      const gesture = payload.gesture ?? null;
      const last = s.past.at(-1);
      const joins = gesture !== null && last?.gesture === gesture;
      return {
        ...s,
        design,
        past: joins
          ? s.past
          : [...s.past, { label: payload.label, gesture, before: s.design, side: design.side.id }],
        future: [],
        selection: payload.select ?? keepSelection(s, design),
        preview: null,
      };
    },
    undone: (state): EditorState => {
      const s = state as EditorState;
      const step = s.past.at(-1);
      if (!step || !s.design) return s;
      return {
        ...s,
        design: step.before,
        past: s.past.slice(0, -1),
        future: [...s.future, { label: step.label, after: openSide(s.design, step.side) }],
        selection: keepSelection(s, step.before),
        preview: null,
      };
    },
    redone: (state): EditorState => {
      const s = state as EditorState;
      const step = s.future.at(-1);
      if (!step || !s.design) return s;
      return {
        ...s,
        design: step.after,
        past: [...s.past, { label: step.label, gesture: null, before: s.design, side: step.after.side.id }],
        future: s.future.slice(0, -1),
        selection: keepSelection(s, step.after),
        preview: null,
      };
    },
    /** Goes back or on to the state after `payload` steps of the history: 0 is how the design was opened. */
    wentTo: (state, { payload }: PayloadAction<number>): EditorState => {
      const s = state as EditorState;
      if (!s.design) return s;
      const now = s.past.length;
      const all = [
        ...s.past.map((step) => step.before),
        s.design,
        ...[...s.future].reverse().map((f) => f.after),
      ];
      const labels = [...s.past.map((step) => step.label), ...[...s.future].reverse().map((f) => f.label)];
      const to = Math.max(0, Math.min(all.length - 1, payload));
      if (to === now) return s;
      const design = all[to];
      return {
        ...s,
        design,
        past: labels
          .slice(0, to)
          .map((label, i) => ({ label, gesture: null, before: all[i], side: all[i + 1].side.id })),
        future: labels
          .slice(to)
          .map((label, i) => ({ label, after: all[to + 1 + i] }))
          .reverse(),
        selection: keepSelection(s, design),
        preview: null,
      };
    },
    selected: (state, { payload }: PayloadAction<string[]>): EditorState => ({
      ...(state as EditorState),
      selection: payload,
    }),
    /** What comes next is a step of its own, even if it is of the same kind. */
    stepEnded: (state): EditorState => {
      const s = state as EditorState;
      const last = s.past.at(-1);
      if (!last || last.gesture === null) return s;
      return { ...s, past: [...s.past.slice(0, -1), { ...last, gesture: null }] };
    },
    /** Opens another side of the design; no step, since nothing changes. */
    sideOpened: (state, { payload }: PayloadAction<string>): EditorState => {
      const s = state as EditorState;
      const design = s.design && openSide(s.design, payload);
      return design === s.design ? s : { ...s, design, selection: [], preview: null, pointedAt: null };
    },
    colourwayChosen: (state, { payload }: PayloadAction<string>): EditorState => ({
      ...(state as EditorState),
      colourway: payload,
    }),
    pointed: (state, { payload }: PayloadAction<Finding['region'][] | null>): EditorState => ({
      ...(state as EditorState),
      pointedAt: payload,
    }),
    previewed: (state, { payload }: PayloadAction<Edit[] | null>): EditorState => ({
      ...(state as EditorState),
      preview: payload,
    }),
    dragged: (state, { payload }: PayloadAction<boolean>): EditorState => ({
      ...(state as EditorState),
      dragging: payload,
    }),
    /** Goes on with the version here, on top of the one that was saved elsewhere. */
    /**
     * Somebody else's changes come in: `design` is mine and theirs together, where both began from `base`. They are no step of
     * mine: what can be undone is put together with them as well, as far back as that goes.
     */
    rebased: (
      state,
      {
        payload: { base, theirs, design },
      }: PayloadAction<{ base: Design; theirs: StoredDesign; design: Design }>,
    ): EditorState => {
      const s = state as EditorState;
      if (!s.design) return s;
      // Of what they did not change, the very same as here: it is compared with many states.
      const there = mergeDesigns(base, base, theirs.document).design ?? theirs.document;
      const past: Step[] = [];
      for (const step of s.past.slice(-MOST_REBASED).reverse()) {
        const before = mergeDesigns(base, step.before, there).design;
        if (!before) break;
        past.unshift({ ...step, before });
      }
      const future: EditorState['future'] = [];
      for (const step of s.future.slice(-MOST_REBASED).reverse()) {
        const done = mergeDesigns(base, step.after, there).design;
        if (!done) break;
        future.unshift({ ...step, after: done });
      }
      return {
        ...s,
        ...{ design, past, future, revision: theirs.revision, preview: null },
        // What was added here under an id that they used, too, has another now.
        selection: keepSelection(s, design).filter((id) => {
          const of = (d: Design) => d.parts.find((p) => p.id === id);
          return of(base) !== undefined || of(design) === of(s.design!);
        }),
      };
    },
    mineKept: (state, { payload }: PayloadAction<{ revision: number }>): EditorState => {
      const s = state as EditorState;
      return {
        ...s,
        revision: payload.revision,
        replaces: true,
        save: { kind: 'saving' },
      };
    },
    saveStateChanged: (
      state,
      { payload }: PayloadAction<{ save: SaveState; revision?: number }>,
    ): EditorState => ({
      ...(state as EditorState),
      save: payload.save,
      revision: payload.revision ?? (state as EditorState).revision,
      replaces: payload.save.kind === 'saved' ? false : (state as EditorState).replaces,
    }),
  },
});

export const {
  opened,
  closed,
  edited,
  undone,
  redone,
  wentTo,
  selected,
  colourwayChosen,
  sideOpened,
  stepEnded,
  pointed,
  previewed,
  dragged,
  mineKept,
  rebased,
  saveStateChanged,
} = editor.actions;

// A slice that is put in has a state from the next action on.
root.inject(editor);
store.dispatch({ type: 'editor/came' });
