import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { onTestFinished } from 'vitest';

/**
 * A device that keeps nothing of another; a test may have several, one after the other. Once the test is over nothing waits on
 * any of them to be sent to the next one's server.
 */
export const ownDevice = (): void => {
  const own = new IDBFactory();
  globalThis.indexedDB = own;
  onTestFinished(async () => {
    globalThis.indexedDB = own;
    const kept = await openDB('vaktman');
    if (kept.objectStoreNames.contains('waiting')) await kept.clear('waiting');
    kept.close();
  });
};
