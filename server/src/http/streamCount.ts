import { ClientError } from './problem';

const MOST = 500;
const MOST_OF_ONE = 10;

/** Counts open streams, so that neither one device nor all together can hold the server's connections. */
export class StreamCount {
  readonly #open = new Map<string, number>();
  #all = 0;

  /** How many are open. */
  get open(): number {
    return this.#all;
  }
  /** @returns what gives the place back; may be called any number of times. @throws when too many are open */
  take(who: string): () => void {
    const own = this.#open.get(who) ?? 0;
    if (own >= MOST_OF_ONE || this.#all >= MOST)
      throw new ClientError(429, 'Too many streams are open. Close a tab, or try again in a while.');
    this.#open.set(who, own + 1);
    this.#all += 1;
    let given = false;
    return () => {
      if (given) return;
      given = true;
      this.#all -= 1;
      const left = (this.#open.get(who) ?? 1) - 1;
      if (left === 0) this.#open.delete(who);
      else this.#open.set(who, left);
    };
  }
}
