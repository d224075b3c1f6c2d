import { combineReducers, configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { compare } from './compare.ts';
import { notices } from './notices.ts';
import { planHistory } from './plan-state.ts';
import { saveState } from './save-state.ts';
import { view } from './view.ts';

const reducer = combineReducers({
  history: planHistory,
  save: saveState,
  view,
  compare,
  notices,
  [api.reducerPath]: api.reducer,
});

export type RootState = ReturnType<typeof reducer>;

/** Where effects such as saving listen for changes. */
export const listeners = createListenerMiddleware<RootState>();

/** A new store of the application. */
export const makeStore = () =>
  configureStore({
    reducer,
    // Plans are plain data but large; walking them after every action would be felt.
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false })
        .prepend(listeners.middleware)
        .concat(api.middleware),
  });

export type AppStore = ReturnType<typeof makeStore>;
export type AppDispatch = AppStore['dispatch'];

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
