import { cleanup } from '@testing-library/react';
import { afterEach, beforeEach, vi } from 'vitest';

// Tests of the interface share what they import, which saves most of their time, but neither a page nor what it keeps.
const inPage = typeof document !== 'undefined';
beforeEach(() => {
  if (!inPage) return;
  // The simulated page lacks these of the browser's own.
  vi.stubGlobal('matchMedia', () => Object.assign(new EventTarget(), { matches: false }));
  vi.stubGlobal('CSS', { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') });
});
afterEach(() => {
  if (!inPage) return;
  cleanup();
  localStorage.clear();
  sessionStorage.clear();
});
