import { setTimeout as pause } from 'node:timers/promises';

/** Answers that are being made. Who asked may have gone meanwhile: their connection no longer tells of it. */
export class UnderWay {
  readonly #answers = new Set<Promise<unknown>>();

  /** Counts an answer until it is made or has failed. */
  count<Answer>(answer: Answer | Promise<Answer>): Promise<Answer> {
    const made = Promise.resolve(answer).finally(() => this.#answers.delete(made));
    this.#answers.add(made);
    return made;
  }

  /** Waits until all of them are made, but no longer than so many milliseconds. */
  async ended(atMostMs: number): Promise<void> {
    const giveUp = new AbortController();
    await Promise.race([
      Promise.allSettled(this.#answers),
      pause(atMostMs, null, { signal: giveUp.signal }).catch(() => null),
    ]);
    giveUp.abort();
  }
}
