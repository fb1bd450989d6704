import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api/api';
import { clocksLoaded, clockSlice, loadClocks, saveClocks } from './clock/clockSlice';
import { outboxSlice } from './outbox/outboxSlice';
import { loadPractice, practiceLoaded, practiceSlice, savePractice } from './practice/practiceSlice';
import { conditionsLoaded, conditionsSlice, loadConditions, saveConditions } from './visit/conditionsSlice';
import { loadSettings, saveSettings, settingsLoaded, settingsSlice } from './settings/settingsSlice';

export const createStore = () =>
  configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      settings: settingsSlice.reducer,
      clocks: clockSlice.reducer,
      outbox: outboxSlice.reducer,
      conditions: conditionsSlice.reducer,
      practice: practiceSlice.reducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
  });

export type Store = ReturnType<typeof createStore>;
export type State = ReturnType<Store['getState']>;

export const useAppSelector = useSelector.withTypes<State>();
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();

/** Restores what this device keeps between pages, and keeps it from now on; other tabs' clocks are taken over. */
export const keepOnDevice = (store: Store, storage: Storage): void => {
  store.dispatch(settingsLoaded(loadSettings(storage)));
  store.dispatch(clocksLoaded(loadClocks(storage, Date.now())));
  store.dispatch(conditionsLoaded(loadConditions(storage)));
  store.dispatch(practiceLoaded(loadPractice(storage)));
  let { settings, clocks, conditions, practice } = store.getState();
  store.subscribe(() => {
    const state = store.getState();
    if (state.settings !== settings) saveSettings(storage, state.settings);
    if (state.clocks !== clocks) saveClocks(storage, state.clocks);
    if (state.conditions !== conditions) saveConditions(storage, state.conditions);
    if (state.practice !== practice) savePractice(storage, state.practice);
    ({ settings, clocks, conditions, practice } = state);
  });
  window.addEventListener('storage', () => store.dispatch(clocksLoaded(loadClocks(storage, Date.now()))));
};
