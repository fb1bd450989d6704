import { batchReceiptSchema, problemDetailsSchema, type Entry, type VisitDetail } from '@vaktman/contract';
import { api } from '../api/api';
import type { Store } from '../store';
import { applyEntry, mergeVisit, unionVisits } from './mergeVisit';
import { entryRefused, serverLost, serverReached, visitKept, waitingCounted } from './outboxSlice';
import { OutboxStore, visitIdOf } from './outboxStore';

const BATCH = 100;
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 15_000;
const LOCK = 'vaktman-outbox';

/**
 * Carries readings from this device to the server: kept first, sent in order, sent again until the server has said it
 * has them. The server counts what it knows already and leaves it alone, so nothing doubles.
 */
export class Outbox {
  readonly #kept = new OutboxStore('vaktman');
  readonly #practice = new OutboxStore('vaktman-practice');
  readonly #store: Store;
  #retryMs = FIRST_RETRY_MS;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #order: Promise<unknown> = Promise.resolve();

  constructor(store: Store) {
    this.#store = store;
  }

  /** Begins sending what an earlier page left behind. */
  start(): void {
    window.addEventListener('online', () => this.sendSoon(0));
    this.sendSoon(0);
  }

  /** Keeps one entry for good, then sends it when it can. Resolves once it is safe on this device. */
  record(entry: Entry): Promise<void> {
    const keep = async (): Promise<void> => {
      const visitId = visitIdOf(entry);
      if (this.#isPractice(visitId)) return this.#recordPractice(entry, visitId);
      const before = this.#store.getState().outbox.visits[visitId] ?? (await this.#kept.visit(visitId));
      const visit = applyEntry(before, entry);
      if (visit === null) throw new Error(`Visit ${visitId} is not on this device. Open it before recording in it.`);
      await this.#kept.add(entry, visitId, visit);
      this.#store.dispatch(visitKept({ visitId, visit }));
      this.#store.dispatch(waitingCounted(await this.#kept.count()));
      this.sendSoon(0);
    };
    // One after another, so that each entry sees the visit the one before it made.
    const kept = this.#order.then(keep);
    this.#order = kept.catch(() => undefined);
    return kept;
  }

  #isPractice(visitId: string): boolean {
    return this.#store.getState().practice.visits[visitId] !== undefined;
  }

  /** A practice visit is kept on this device, apart from the real ones, and never sent. */
  async #recordPractice(entry: Entry, visitId: string): Promise<void> {
    const before = this.#store.getState().outbox.visits[visitId] ?? (await this.#practice.visit(visitId));
    const visit = applyEntry(before, entry);
    if (visit === null) throw new Error(`Practice visit ${visitId} is not on this device.`);
    await this.#practice.keepVisit(visitId, visit);
    this.#store.dispatch(visitKept({ visitId, visit }));
  }

  /** Joins what the server has of a visit with what this device kept, and shows both as one. */
  open(visitId: string, fromServer: VisitDetail | null): Promise<VisitDetail | null> {
    const opened = this.#order.then(() => this.#join(visitId, fromServer));
    this.#order = opened.catch(() => undefined);
    return opened;
  }

  async #join(visitId: string, fromServer: VisitDetail | null): Promise<VisitDetail | null> {
    if (this.#isPractice(visitId)) {
      const practice = await this.#practice.visit(visitId);
      if (practice !== null) this.#store.dispatch(visitKept({ visitId, visit: practice }));
      return practice;
    }
    const [kept, waiting] = await Promise.all([this.#kept.visit(visitId), this.#kept.waiting()]);
    const own = waiting.map(({ entry }) => entry).filter((entry) => visitIdOf(entry) === visitId);
    const visit = mergeVisit(unionVisits(fromServer, kept), own);
    if (visit === null) return null;
    await this.#kept.keepVisit(visitId, visit);
    this.#store.dispatch(visitKept({ visitId, visit }));
    return visit;
  }

  sendSoon(delayMs: number): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      this.#timer = null;
      void navigator.locks.request(LOCK, () => this.#send());
    }, delayMs);
  }

  /** Sends batch after batch until nothing waits or the server is lost; other tabs wait for their turn. */
  async #send(): Promise<void> {
    for (;;) {
      const batch = await this.#kept.waiting(BATCH);
      this.#store.dispatch(waitingCounted(await this.#kept.count()));
      if (batch.length === 0) return;
      const answer = await fetch('/api/batches', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ entries: batch.map(({ entry }) => entry) }),
      }).catch(() => null);
      if (answer === null || answer.status >= 500) {
        this.#store.dispatch(serverLost());
        this.#tryAgain();
        return;
      }
      if (!answer.ok) {
        const details = problemDetailsSchema.safeParse(await answer.json().catch(() => null));
        const problems = details.success ? (details.data.problems ?? []) : [];
        this.#store.dispatch(
          entryRefused(
            problems.map(({ path, message }) => `${path}: ${message}`).join('; ') ||
              `The server answered ${answer.status}.`,
          ),
        );
        this.#tryAgain();
        return;
      }
      batchReceiptSchema.parse(await answer.json());
      await this.#kept.remove(batch.map(({ sequence }) => sequence));
      this.#retryMs = FIRST_RETRY_MS;
      this.#store.dispatch(serverReached());
      this.#store.dispatch(api.util.invalidateTags(['Watch', 'Unit']));
    }
  }

  #tryAgain(): void {
    this.sendSoon(this.#retryMs);
    this.#retryMs = Math.min(LONGEST_RETRY_MS, this.#retryMs * 2);
  }
}
