import { onceQuiet } from '../device/quiet';
import { failureTold } from '../frame/failureSlice';
import type { Store } from '../store';
import type { Outbox } from './outbox';

const AGAIN_MS = 3000;

/** What views ask of the outbox. */
export type OutboxDoor = Pick<
  Outbox,
  'record' | 'open' | 'aside' | 'tryAgain' | 'drop' | 'deviceId' | 'sendSoon' | 'forgetVisits'
>;

/** The outbox behind the first view: fetched once that is drawn, or sooner when asked, and again until it came. */
export class LaterOutbox implements OutboxDoor {
  readonly #store: Store;
  #outbox: Promise<Outbox> | null = null;

  constructor(store: Store) {
    this.#store = store;
  }

  /** Fetches the outbox, which then begins to send what an earlier page left behind. */
  start(): void {
    onceQuiet(() => {
      this.#fetched().catch(() => setTimeout(() => this.start(), AGAIN_MS));
    });
  }

  #fetched(): Promise<Outbox> {
    this.#outbox ??= this.#fetch();
    return this.#outbox;
  }

  async #fetch(): Promise<Outbox> {
    try {
      const { Outbox } = await import('./outbox');
      const outbox = new Outbox(this.#store);
      outbox.start();
      return outbox;
    } catch (error) {
      this.#outbox = null;
      throw error;
    }
  }

  async record(...entries: Parameters<Outbox['record']>): Promise<void> {
    const outbox = await this.#fetched().catch((error: unknown) => {
      const words = error instanceof Error ? error.message : String(error);
      this.#store.dispatch(failureTold({ what: 'keep', words }));
      throw error;
    });
    return outbox.record(...entries);
  }

  async open(...asked: Parameters<Outbox['open']>): ReturnType<Outbox['open']> {
    return (await this.#fetched()).open(...asked);
  }

  async aside(): ReturnType<Outbox['aside']> {
    return (await this.#fetched()).aside();
  }

  async tryAgain(...asked: Parameters<Outbox['tryAgain']>): Promise<void> {
    return (await this.#fetched()).tryAgain(...asked);
  }

  async drop(sequence: number): Promise<void> {
    return (await this.#fetched()).drop(sequence);
  }

  async forgetVisits(sinceMs: number): Promise<void> {
    return (await this.#fetched()).forgetVisits(sinceMs);
  }

  async deviceId(): Promise<string | null> {
    return (await this.#fetched()).deviceId();
  }

  sendSoon(delayMs: number): void {
    // What cannot be fetched now is fetched again by `start`, and sends then.
    this.#fetched().then(
      (outbox) => outbox.sendSoon(delayMs),
      () => undefined,
    );
  }
}
