/** State of the interface: the open design with its history, and the server's data. */
import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api';
import { editor } from './editor';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, editor: editor.reducer },
  // The checks of the default middleware walk the whole design at every action.
  middleware: (defaults) =>
    defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
