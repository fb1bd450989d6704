import { addListener, configureStore, createListenerMiddleware, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api/api';
import { CLOCKS_KEY, clocksLoaded, clockSlice, loadClocks } from './clock/clockSlice';
import { keep, keptText, type Kept } from './device/kept';
import { failureSlice, failureTold } from './frame/failureSlice';
import { placeSlice } from './frame/placeSlice';
import { titleSlice } from './frame/titleSlice';
import { outboxSlice } from './outbox/outboxSlice';
import { practiceLoaded, PRACTICE_KEY, practiceSlice, practiceToKeep } from './practice/practiceSlice';
import {
  CONDITIONS_KEY,
  conditionsLoaded,
  conditionsSlice,
  conditionsToKeep,
  loadConditions,
} from './visit/conditionsSlice';
import { shiftSlice } from './shift/shiftSlice';
import { loadSession, SESSION_KEY, sessionLoaded, sessionSlice, sessionToKeep } from './session/sessionSlice';
import { loadTraceColumns, TRACE_COLUMNS_KEY, traceColumnsLoaded, traceColumnsSlice } from './trace/traceColumnsSlice';
import { loadSettings, SETTINGS_KEY, settingsLoaded, settingsSlice } from './settings/settingsSlice';

export const createStore = () =>
  configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      session: sessionSlice.reducer,
      settings: settingsSlice.reducer,
      clocks: clockSlice.reducer,
      outbox: outboxSlice.reducer,
      conditions: conditionsSlice.reducer,
      practice: practiceSlice.reducer,
      traceColumns: traceColumnsSlice.reducer,
      failure: failureSlice.reducer,
      title: titleSlice.reducer,
      place: placeSlice.reducer,
      shift: shiftSlice.reducer,
    },
    middleware: (defaults) => defaults().prepend(createListenerMiddleware().middleware).concat(api.middleware),
  });

export type Store = ReturnType<typeof createStore>;
export type State = ReturnType<Store['getState']>;

export const useAppSelector = useSelector.withTypes<State>();
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();

/**
 * Restores what this device keeps between pages, and keeps it from now on; what other tabs keep is taken over.
 * @returns once all of it is there: simulated machines come later than the rest, and only where there are any
 */
export const keepOnDevice = async (store: Store, storage: Kept): Promise<void> => {
  let restoring = false;
  const restore = (): void => {
    store.dispatch(clocksLoaded(loadClocks(storage, Date.now())));
    store.dispatch(conditionsLoaded(loadConditions(storage)));
    // Whoever was signed in by another tab is signed in here too: they share what the server knows them by.
    store.dispatch(sessionLoaded(loadSession(storage, Date.now())));
  };
  const restorePractice = async (): Promise<void> => {
    if (keptText(storage, PRACTICE_KEY) === null) return;
    try {
      const { loadPractice } = await import('./practice/keptPractice');
      restoring = true;
      store.dispatch(practiceLoaded(loadPractice(storage)));
    } catch (error) {
      // The real visits go on without them.
      store.dispatch(failureTold({ what: 'remember', words: error instanceof Error ? error.message : String(error) }));
    } finally {
      restoring = false;
    }
  };
  store.dispatch(traceColumnsLoaded(loadTraceColumns(storage)));
  store.dispatch(settingsLoaded(loadSettings(storage)));
  restore();
  let told = false;
  const keepChanges = <Value>(key: string, of: (state: State) => Value, toKeep: (value: Value) => unknown): void => {
    store.dispatch(
      addListener({
        predicate: (_action: UnknownAction, now, before) => !restoring && of(now as State) !== of(before as State),
        effect: (_action, { getState }) => {
          const problem = keep(storage, key, toKeep(of(getState() as State)));
          if (problem !== null && !told) store.dispatch(failureTold({ what: 'remember', words: problem }));
          told = problem !== null;
        },
      }),
    );
  };
  const whole = (value: unknown): unknown => value;
  keepChanges(SETTINGS_KEY, ({ settings }) => settings, whole);
  keepChanges(SESSION_KEY, ({ session }) => session, sessionToKeep);
  keepChanges(CLOCKS_KEY, ({ clocks }) => clocks, whole);
  keepChanges(CONDITIONS_KEY, ({ conditions }) => conditions, conditionsToKeep);
  keepChanges(TRACE_COLUMNS_KEY, ({ traceColumns }) => traceColumns, whole);
  keepChanges(PRACTICE_KEY, ({ practice }) => practice, practiceToKeep);
  window.addEventListener('storage', () => {
    restoring = true;
    restore();
    restoring = false;
    void restorePractice();
  });
  await restorePractice();
};
