/** State of the interface: the open design with its history, and the server's data. */
import { configureStore, type Middleware, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api';
import { houseApi } from './house-api';
import type { EditorState } from './editor-state';
import { root } from './root';
import { isLooking } from '../platform/standing';

/** What changes the open design: dropped where whoever is signed in may only look. */
const CHANGES = new Set(['editor/edited', 'editor/undone', 'editor/redone', 'editor/wentTo']);
const onlyLooking: Middleware = () => (next) => (action) =>
  isLooking() && CHANGES.has((action as UnknownAction).type) ? action : next(action);

const made = configureStore({
  reducer: root,
  // The checks of the default middleware walk the whole design at every action.
  middleware: (defaults) =>
    defaults({ serializableCheck: false, immutableCheck: false }).concat(
      api.middleware,
      houseApi.middleware,
      onlyLooking,
    ),
});

/** `editor` is there once a design was opened: only what shows itself everywhere has to ask. */
export type RootState = ReturnType<typeof made.getState> & { editor: EditorState };
export const store = made as Omit<typeof made, 'getState'> & { getState(): RootState };

export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
