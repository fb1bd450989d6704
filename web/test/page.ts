import { cleanup, configure, prettyDOM } from '@testing-library/react';
import * as database from 'fake-indexeddb';
import * as React from 'react';
import { format } from 'node:util';
import { afterEach, beforeEach, expect, vi } from 'vitest';

configure({
  // A machine under load is slower than a person is patient.
  asyncUtilTimeout: 10_000,
  // What is looked for is often not there yet: the whole page is written out where a test fails, not every time it is looked for.
  getElementError: (message) => Object.assign(new Error(message ?? ''), { name: 'NotOnThePage' }),
});
/**
 * React, made for development, keeps the stack each element was made at, ten thousand a second, for a call nobody makes here:
 * a quarter of the time of these tests. It is told that so many were kept already; a React that counts otherwise goes on as before.
 */
const withoutOwnerStacks = (): void => {
  const own: unknown = Reflect.get(React, '__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE');
  if (typeof own !== 'object' || own === null || !('recentlyCreatedOwnerStacks' in own)) return;
  Object.defineProperty(own, 'recentlyCreatedOwnerStacks', {
    configurable: true,
    get: () => Infinity,
    set: (_count: number) => {},
  });
};
withoutOwnerStacks();
const NOBODY = 'http://127.0.0.1:9';
const PageRequest = globalThis.Request;
const inPage = typeof document !== 'undefined';
if (inPage) {
  // The simulated page has no database of its own. Pages come and go while the worker, and what it imported once, stays.
  const { default: indexedDB, forceCloseDatabase: _, ...kinds } = database;
  Object.assign(globalThis, { ...kinds, indexedDB });
}
/** Rules of style sheets are not read here: each rule that is added would have the whole sheet read anew. */
const withoutStyleSheets = (): void => {
  const make = document.createElement.bind(document);
  document.createElement = (name: string, options?: ElementCreationOptions): HTMLElement => {
    const made = make(name, options);
    if (name === 'style') made.setAttribute('type', 'text/plain');
    return made;
  };
};
if (inPage) withoutStyleSheets();
const styleOf = (display: string): CSSStyleDeclaration => {
  const { style } = document.createElement('span');
  style.display = display;
  return style;
};
const [PLAIN, HIDDEN] = inPage ? [styleOf(''), styleOf('none')] : [];
/** The style a part has of its own. @returns one that hides it where the part is `hidden` */
const ownStyle = (part: Element): CSSStyleDeclaration | undefined => {
  if (part.hasAttribute('hidden')) return HIDDEN;
  // Asked of every part of the page again and again: one is made only where the part says something of its own.
  const hasOwn = part.hasAttribute('style') && (part instanceof HTMLElement || part instanceof SVGElement);
  return hasOwn ? part.style : PLAIN;
};
/** Labels of a field, found once for each time they are asked for: the simulated page goes through the whole page for every label. */
const withLabelsAtHand = (): void => {
  for (const Field of [HTMLInputElement, HTMLButtonElement, HTMLSelectElement, HTMLTextAreaElement, HTMLOutputElement])
    Object.defineProperty(Field.prototype, 'labels', {
      configurable: true,
      get(this: HTMLElement) {
        return [...document.querySelectorAll('label')].filter((label) =>
          label.htmlFor === '' ? label.contains(this) : label.htmlFor === this.id,
        );
      },
    });
};
if (inPage) withLabelsAtHand();
/** Charts ask how much room they have; nothing is laid out in the simulated page. */
const withRoomForCharts = (): void => {
  const own = Element.prototype.getBoundingClientRect;
  Element.prototype.getBoundingClientRect = function (this: Element): DOMRect {
    return this.classList.contains('recharts-responsive-container') ? new DOMRect(0, 0, 600, 240) : own.call(this);
  };
};
if (inPage) withRoomForCharts();

/** What a page complained of: of a part that is used as it should not be nobody hears otherwise. */
const complaints: string[] = [];
/** How long a check of the store took, and which of two moments came first, say how busy the machine is. */
const OF_THE_MOMENT =
  / took \d+ms, which is more than the warning threshold|not wrapped in act\(|inside an `act` scope/;

beforeEach(() => {
  if (!inPage) return;
  complaints.length = 0;
  for (const kind of ['error', 'warn'] as const)
    vi.spyOn(console, kind).mockImplementation((...words: unknown[]) => {
      const said = format(...words);
      if (!OF_THE_MOMENT.test(said)) complaints.push(said);
    });
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
  // Whether a part is seen is read from the part itself: every rule of every style sheet against every part takes a fifth of
  // the time of these tests, and what style sheets do is seen in a real browser.
  vi.stubGlobal('getComputedStyle', ownStyle);
  vi.stubGlobal('scrollTo', () => undefined);
  Element.prototype.scrollIntoView = () => undefined;
  vi.stubGlobal('CSS', { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') });
});
afterEach(({ task }) => {
  if (!inPage) return;
  if (task.result?.state === 'fail') process.stderr.write(`${task.name}: ${String(prettyDOM(document.body))}\n`);
  cleanup();
  // The page outlives a file: what a test put on it by itself would be in the way of another's keyboard.
  document.body.replaceChildren();
  vi.unstubAllGlobals();
  localStorage.clear();
  sessionStorage.clear();
  expect(complaints, 'what the page complained of').toEqual([]);
});
