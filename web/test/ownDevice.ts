import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { onTestFinished } from 'vitest';

/** A device that keeps nothing of another test; once its test is over nothing waits on it to be sent to the next one's server. */
export const ownDevice = (): void => {
  globalThis.indexedDB = new IDBFactory();
  onTestFinished(async () => {
    const kept = await openDB('vaktman');
    if (kept.objectStoreNames.contains('waiting')) await kept.clear('waiting');
    kept.close();
  });
};
