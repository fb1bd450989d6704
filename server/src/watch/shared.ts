/** Something that is found out over and over: whoever asks gets what was begun after they asked, and all who wait get the same. */
export class Shared<Found> {
  readonly #find: () => Promise<Found>;
  #running: Promise<Found> | null = null;
  #next: Promise<Found> | null = null;

  constructor(find: () => Promise<Found>) {
    this.#find = find;
  }

  /** @returns what was found out from now on, never by what was under way already */
  ask(): Promise<Found> {
    if (this.#running === null) return this.#begin();
    this.#next ??= this.#running.then(
      () => this.#begin(),
      () => this.#begin(),
    );
    return this.#next;
  }

  #begin(): Promise<Found> {
    this.#next = null;
    const running = this.#find().finally(() => {
      if (this.#running === running) this.#running = null;
    });
    this.#running = running;
    return running;
  }
}
