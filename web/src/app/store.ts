import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api';
import { keptSlice } from '../api/kept-slice';
import { planSlice } from '../features/plan/plan-slice';
import { draftListener } from '../features/plan/draft-listener';
import { outboxSlice } from '../features/outbox/outbox-slice';
import { openOutbox, outboxListener } from '../features/outbox/outbox-listener';
import { settingsSlice } from './settings-slice';

export function makeStore() {
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      plan: planSlice.reducer,
      outbox: outboxSlice.reducer,
      kept: keptSlice.reducer,
      settings: settingsSlice.reducer,
    },
    middleware: (defaults) => defaults().prepend(draftListener.middleware, outboxListener.middleware).concat(api.middleware),
  });
  setupListeners(store.dispatch);
  openOutbox(store.dispatch);
  return store;
}

export type Store = ReturnType<typeof makeStore>;
export type RootState = ReturnType<Store['getState']>;
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
