import { afterEach, beforeEach, vi } from 'vitest';

/** Stands for the browser's own way to hear a server, which the simulated page has not: it says what a test has it say. */
export class StandSource extends EventTarget {
  static readonly opened: StandSource[] = [];
  isOpen = true;
  static readonly CLOSED = 2;
  readonly readyState = 1;
  /** What the page does when the connection is lost; the browser connects again by itself. */
  onerror: (() => void) | null = null;
  constructor(readonly address: string) {
    super();
    StandSource.opened.push(this);
  }
  close = (): void => {
    this.isOpen = false;
  };
  says(kind: string, data: unknown): void {
    this.dispatchEvent(new MessageEvent(kind, { data: typeof data === 'string' ? data : JSON.stringify(data) }));
  }
}

/** Gives every test of a describe the instruments to itself. @returns those that are listened to now */
export const standSources = (): (() => readonly StandSource[]) => {
  beforeEach(() => {
    StandSource.opened.length = 0;
    vi.stubGlobal('EventSource', StandSource);
  });
  afterEach(() => vi.unstubAllGlobals());
  return () => StandSource.opened.filter(({ isOpen }) => isOpen);
};
