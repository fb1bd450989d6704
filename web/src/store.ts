import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api/api';
import { CLOCKS_KEY, clocksLoaded, clockSlice, loadClocks } from './clock/clockSlice';
import { keep, type Kept } from './device/kept';
import { failureSlice, failureTold } from './frame/failureSlice';
import { placeSlice } from './frame/placeSlice';
import { titleSlice } from './frame/titleSlice';
import { outboxSlice } from './outbox/outboxSlice';
import { loadPractice, practiceLoaded, PRACTICE_KEY, practiceSlice, practiceToKeep } from './practice/practiceSlice';
import {
  CONDITIONS_KEY,
  conditionsLoaded,
  conditionsSlice,
  conditionsToKeep,
  loadConditions,
} from './visit/conditionsSlice';
import { loadSettings, SETTINGS_KEY, settingsLoaded, settingsSlice } from './settings/settingsSlice';

export const createStore = () =>
  configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      settings: settingsSlice.reducer,
      clocks: clockSlice.reducer,
      outbox: outboxSlice.reducer,
      conditions: conditionsSlice.reducer,
      practice: practiceSlice.reducer,
      failure: failureSlice.reducer,
      title: titleSlice.reducer,
      place: placeSlice.reducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
  });

export type Store = ReturnType<typeof createStore>;
export type State = ReturnType<Store['getState']>;

export const useAppSelector = useSelector.withTypes<State>();
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();

/** Restores what this device keeps between pages, and keeps it from now on; what other tabs keep is taken over. */
export const keepOnDevice = (store: Store, storage: Kept): void => {
  const restore = (): void => {
    store.dispatch(clocksLoaded(loadClocks(storage, Date.now())));
    store.dispatch(conditionsLoaded(loadConditions(storage)));
    store.dispatch(practiceLoaded(loadPractice(storage)));
  };
  store.dispatch(settingsLoaded(loadSettings(storage)));
  restore();
  let { settings, clocks, conditions, practice } = store.getState();
  let told = false;
  const kept = (key: string, value: unknown): void => {
    const problem = keep(storage, key, value);
    if (problem !== null && !told) store.dispatch(failureTold({ what: 'remember', words: problem }));
    told = problem !== null;
  };
  let restoring = false;
  store.subscribe(() => {
    const state = store.getState();
    const before = { settings, clocks, conditions, practice };
    ({ settings, clocks, conditions, practice } = state);
    if (restoring) return;
    if (settings !== before.settings) kept(SETTINGS_KEY, settings);
    if (clocks !== before.clocks) kept(CLOCKS_KEY, clocks);
    if (conditions !== before.conditions) kept(CONDITIONS_KEY, conditionsToKeep(conditions));
    if (practice !== before.practice) kept(PRACTICE_KEY, practiceToKeep(practice));
  });
  window.addEventListener('storage', () => {
    restoring = true;
    restore();
    restoring = false;
  });
};
