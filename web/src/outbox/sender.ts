import { type VisitId, assertNever } from '@vaktman/core';
import { entrySchema, visitIdOf, type Entry } from '@vaktman/contract';
import { api } from '../api/api';
import { signedOut } from '../session/sessionSlice';
import type { Store } from '../store';
import { countAside } from './countAside';
import { deliver } from './delivery';
import { withoutEntries } from './mergeVisit';
import { clockAheadFound, serverLost, serverReached, turnedAway, visitKept, waitingCounted } from './outboxSlice';
import type { OutboxStore, Waiting } from './outboxStore';
import { inTurn } from './sendTurn';
import type { Signer } from './signer';

const BATCH = 100;
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 15_000;

/** Sends what is kept, visit by visit in order, again and again until the server has it or refuses it for good. */
export class Sender {
  readonly #store: Store;
  readonly #kept: OutboxStore;
  readonly #signer: Signer;
  #retryMs = FIRST_RETRY_MS;
  #timer: { readonly id: ReturnType<typeof setTimeout>; readonly dueMs: number } | null = null;

  constructor(store: Store, kept: OutboxStore, signer: Signer) {
    this.#store = store;
    this.#kept = kept;
    this.#signer = signer;
  }

  /** Sends once a delay is over, or sooner where it was asked to be. */
  soon(delayMs: number): void {
    const dueMs = performance.now() + delayMs;
    // What was recorded a moment ago never waits for the next try of what fails.
    if (this.#timer !== null && this.#timer.dueMs <= dueMs) return;
    if (this.#timer !== null) clearTimeout(this.#timer.id);
    const id = setTimeout(() => {
      this.#timer = null;
      // Whatever goes wrong, it is tried again: nothing may wait here for ever.
      inTurn(() => this.#send()).catch(() => this.#later());
    }, delayMs);
    this.#timer = { id, dueMs };
  }

  #later(): void {
    this.soon(this.#retryMs);
    this.#retryMs = Math.min(LONGEST_RETRY_MS, this.#retryMs * 2);
  }

  /** Sends visit after visit until nothing waits or the server is lost. A visit that is turned away holds up no other. */
  async #send(): Promise<void> {
    const waiting = await this.#kept.waiting();
    this.#store.dispatch(waitingCounted(waiting.length));
    if (waiting.length === 0) return;
    const asOf = this.#store.getState().session.changes;
    const key = await this.#signer.keyTold();
    if (key === 'signed-out') this.#store.dispatch(signedOut(asOf));
    if (key !== 'told') {
      this.#store.dispatch(serverLost());
      this.#later();
      return;
    }
    const visits = new Map<string, Waiting[]>();
    for (const own of waiting) {
      const visitId = visitIdOf(own.entry);
      visits.set(visitId, [...(visits.get(visitId) ?? []), own]);
    }
    let undelivered = false;
    for (const [visitId, entries] of visits) {
      const sent = await this.#sendVisit(visitId, entries);
      if (sent === 'lost') {
        this.#store.dispatch(serverLost());
        this.#later();
        return;
      }
      undelivered ||= sent === 'undelivered';
    }
    this.#store.dispatch(waitingCounted(await this.#kept.count()));
    this.#store.dispatch(api.util.invalidateTags(['Watch', 'Unit', 'Battery']));
    if (undelivered) this.#later();
    else {
      this.#retryMs = FIRST_RETRY_MS;
      // What was recorded while this was on its way.
      if ((await this.#kept.count()) > 0) this.soon(0);
    }
  }

  async #sendVisit(visitId: VisitId, entries: readonly Waiting[]): Promise<'sent' | 'lost' | 'undelivered'> {
    let left = [...entries];
    let most = BATCH;
    while (left.length > 0) {
      const batch = left.slice(0, most);
      const unreadable = batch.filter(({ entry }) => !entrySchema.safeParse(entry).success);
      if (unreadable.length > 0) {
        await this.#setAside(visitId, unreadable, ['what is kept of it is damaged']);
        left = left.filter((entry) => !unreadable.includes(entry));
        continue;
      }
      const asOf = this.#store.getState().session.changes;
      const delivery = await deliver({ entries: batch.map(({ entry }) => entry), sentAt: new Date().toISOString() });
      switch (delivery.kind) {
        case 'signed-out':
          this.#store.dispatch(signedOut(asOf));
          return 'lost';
        case 'lost':
          return 'lost';
        case 'failed':
          this.#store.dispatch(turnedAway('The server failed at what this device sent. It is tried again.'));
          return 'undelivered';
        case 'too-large':
          if (batch.length === 1) {
            await this.#setAside(visitId, batch, ['it is larger than the server takes']);
            left = left.slice(1);
          } else most = Math.ceil(batch.length / 2);
          break;
        case 'turned-away':
          this.#store.dispatch(turnedAway(delivery.words));
          return 'undelivered';
        case 'refused': {
          const refused = batch.filter((_, index) => delivery.why.has(index));
          for (const [index, why] of delivery.why) {
            const entry = batch[index];
            if (entry !== undefined) await this.#setAside(visitId, [entry], why);
          }
          left = left.filter((entry) => !refused.includes(entry));
          if (refused.some(({ entry }) => entry.kind === 'visit')) {
            // Without its opening the rest would only be refused one by one: it waits with it, and comes back with it.
            await this.#setAside(visitId, left, ['the visit it belongs to was not taken']);
            left = [];
          }
          break;
        }
        case 'taken':
          await this.#kept.remove(batch.map(({ sequence }) => sequence));
          left = left.slice(batch.length);
          this.#store.dispatch(serverReached());
          await this.#clockFound(delivery.receipt.clockAheadMs ?? null);
          this.#store.dispatch(api.util.invalidateTags([{ type: 'Visit', id: visitId }]));
          break;
        default:
          assertNever(delivery);
      }
    }
    return 'sent';
  }

  async #clockFound(aheadMs: number | null): Promise<void> {
    this.#store.dispatch(clockAheadFound(aheadMs));
    // A device that cannot keep it asks again after the next page load; nothing is lost by it.
    if (aheadMs !== null) await this.#kept.keepClockAhead(aheadMs).catch(() => undefined);
  }

  async #setAside(visitId: VisitId, entries: readonly Waiting[], why: readonly string[]): Promise<void> {
    if (entries.length === 0) return;
    await this.#kept.setAside(entries, why, Date.now());
    const gone: readonly Entry[] = entries.map(({ entry }) => entry).filter(({ kind }) => kind !== 'visit');
    const visit = await this.#kept.changeVisit(visitId, (before) =>
      before === null ? null : withoutEntries(before, gone),
    );
    if (visit !== null) this.#store.dispatch(visitKept({ visitId, visit }));
    await countAside(this.#store, this.#kept);
  }
}
