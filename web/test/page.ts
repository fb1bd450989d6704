import { cleanup, configure } from '@testing-library/react';
import * as database from 'fake-indexeddb';
import { afterEach, beforeEach, vi } from 'vitest';

// A machine under load is slower than a person is patient.
configure({ asyncUtilTimeout: 10_000 });
const NOBODY = 'http://127.0.0.1:9';
const PageRequest = globalThis.Request;
const inPage = typeof document !== 'undefined';
if (inPage) {
  // The simulated page has no database of its own. Pages come and go while the worker, and what it imported once, stays.
  const { default: indexedDB, forceCloseDatabase: _, ...kinds } = database;
  Object.assign(globalThis, { ...kinds, indexedDB });
}
beforeEach(() => {
  if (!inPage) return;
  // The simulated page lacks these of the browser's own.
  vi.stubGlobal('matchMedia', () => Object.assign(new EventTarget(), { matches: false }));
  // A page has an origin that relative addresses are of; nobody answers there unless a test says so.
  vi.stubGlobal(
    'Request',
    class extends PageRequest {
      constructor(input: RequestInfo | URL, init?: RequestInit) {
        super(typeof input === 'string' ? new URL(input, NOBODY).href : input, init);
      }
    },
  );
  vi.stubGlobal('scrollTo', () => undefined);
  vi.stubGlobal('CSS', { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') });
});
afterEach(() => {
  if (!inPage) return;
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  sessionStorage.clear();
});
