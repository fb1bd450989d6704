import { assertNever } from '@vaktman/core';
import { entrySchema, visitIdOf, type Entry, type VisitDetail } from '@vaktman/contract';
import { api } from '../api/api';
import { failureTold } from '../frame/failureSlice';
import type { Store } from '../store';
import { signedOut } from '../session/sessionSlice';
import { deliver } from './delivery';
import { applyEntry, asDatedByServer, lastOf, unionVisits, withOwn, withoutEntries } from './mergeVisit';
import {
  asideCounted,
  clockAheadFound,
  serverLost,
  serverReached,
  turnedAway,
  visitKept,
  waitingCounted,
} from './outboxSlice';
import { Signer } from './signer';
import { OutboxStore, type Aside, type Waiting } from './outboxStore';
import { inTurn } from './sendTurn';

const BATCH = 100;
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 15_000;
const CHANNEL = 'vaktman-visits';

/**
 * Carries readings from this device to the server: kept first, sent visit by visit in order, sent again until the server
 * has said it has them. The server counts what it knows already and leaves it alone, so nothing doubles. What it refuses
 * for good is set aside by itself; everything else goes on.
 */
export class Outbox {
  readonly #kept = new OutboxStore('vaktman');
  readonly #practice = new OutboxStore('vaktman-practice');
  readonly #store: Store;
  readonly #tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
  #retryMs = FIRST_RETRY_MS;
  #timer: { readonly id: ReturnType<typeof setTimeout>; readonly dueMs: number } | null = null;
  #order: Promise<unknown> = Promise.resolve();
  readonly #signer: Signer;

  constructor(store: Store) {
    this.#store = store;
    this.#signer = new Signer(store, this.#kept);
  }

  /** Begins sending what an earlier page left behind, and takes over what other tabs of this device keep. */
  start(): void {
    void this.#clockAheadMs();
    window.addEventListener('online', () => this.sendSoon(0));
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') this.sendSoon(0);
    });
    this.#tabs?.addEventListener(
      'message',
      ({ data }: MessageEvent<{ visitId: string }>) => void this.#takeOver(data.visitId),
    );
    void this.#countAside();
    this.sendSoon(0);
  }

  /** Another tab kept something of a visit that is open here too. */
  async #takeOver(visitId: string): Promise<void> {
    if (this.#store.getState().outbox.visits[visitId] === undefined) return;
    const visit = await this.#kept.visit(visitId).catch(() => null);
    if (visit !== null) this.#store.dispatch(visitKept({ visitId, visit }));
  }

  /** How far this device is ahead of the server, as last found, also by an earlier page. */
  async #clockAheadMs(): Promise<number | null> {
    const { clockAheadMs } = this.#store.getState().outbox;
    if (clockAheadMs !== null) return clockAheadMs;
    const kept = await this.#kept.clockAheadMs().catch(() => null);
    if (kept !== null) this.#store.dispatch(clockAheadFound(kept));
    return kept;
  }

  /** One after another, so that each sees what the one before it made. */
  #inOrder<T>(work: () => Promise<T>): Promise<T> {
    const done = this.#order.then(work);
    this.#order = done.catch(() => undefined);
    return done;
  }

  /**
   * Keeps one entry for good, then sends it when it can. Resolves once it is safe on this device. When it cannot be kept,
   * that is said on screen and to the caller.
   */
  record(entry: Entry): Promise<void> {
    return this.#inOrder(async () => {
      const visitId = visitIdOf(entry);
      const isPractice = this.#isPractice(visitId);
      const aheadMs = isPractice ? null : await this.#clockAheadMs();
      const apply = (before: VisitDetail | null, ownIds: readonly string[] = []): VisitDetail => {
        const known = before ?? this.#store.getState().outbox.visits[visitId] ?? null;
        const visit = applyEntry(known, asDatedByServer(entry, aheadMs, lastOf(known, ownIds)));
        if (visit === null) throw new Error(`Visit ${visitId} is not on this device. Open it before recording in it.`);
        return visit;
      };
      try {
        const visit = isPractice
          ? await this.#practice.changeVisit(visitId, apply)
          : await this.#kept.add(await this.#signer.sealed(entry), apply);
        if (visit !== null) this.#store.dispatch(visitKept({ visitId, visit }));
      } catch (error) {
        this.#store.dispatch(
          failureTold({ what: 'keep', words: error instanceof Error ? error.message : String(error) }),
        );
        throw error;
      }
      if (isPractice) return;
      this.#tabs?.postMessage({ visitId });
      this.#store.dispatch(waitingCounted(await this.#kept.count()));
      this.sendSoon(0);
    });
  }

  /** A practice visit is kept on this device, apart from the real ones, and never sent. */
  #isPractice(visitId: string): boolean {
    return this.#store.getState().practice.visits[visitId] !== undefined;
  }

  /** Joins what the server has of a visit with what this device kept, and shows both as one. */
  open(visitId: string, fromServer: VisitDetail | null): Promise<VisitDetail | null> {
    return this.#inOrder(async () => {
      if (fromServer !== null && fromServer.file.visit.id !== visitId)
        throw new RangeError(`Expected visit ${visitId}, received ${fromServer.file.visit.id}.`);
      if (this.#isPractice(visitId)) {
        const practice = await this.#practice.visit(visitId);
        if (practice !== null) this.#store.dispatch(visitKept({ visitId, visit: practice }));
        return practice;
      }
      const own = (await this.#kept.waiting()).flatMap(({ entry }) => (visitIdOf(entry) === visitId ? [entry] : []));
      const [aheadMs, entryIds] = [await this.#clockAheadMs(), await this.#kept.ownIds(visitId)];
      // What is on its way is joined anew: it may have been kept before this device knew how far its clock is off.
      const visit = await this.#kept.changeVisit(visitId, (kept) =>
        withOwn(unionVisits(fromServer, kept === null ? null : withoutEntries(kept, own)), { own, entryIds, aheadMs }),
      );
      if (visit !== null) this.#store.dispatch(visitKept({ visitId, visit }));
      return visit;
    });
  }

  /** What the server would not take, with the reasons. */
  aside(): Promise<Aside[]> {
    return this.#kept.aside();
  }

  /** Puts what was set aside back in line: it is part of its visit again, and sent once more. */
  async tryAgain(entries: readonly Waiting[]): Promise<void> {
    await this.#kept.takeBack(entries);
    for (const visitId of new Set(entries.map(({ entry }) => visitIdOf(entry)))) await this.open(visitId, null);
    await this.#countAside();
    this.#store.dispatch(waitingCounted(await this.#kept.count()));
    this.sendSoon(0);
  }

  /** Lets go of what was set aside: it was recorded anew, handed over, or given up with a reason. */
  async drop(sequence: number): Promise<void> {
    await this.#kept.drop(sequence);
    await this.#countAside();
  }

  /** Lets go of visits the server has and in which nothing happened since a moment, milliseconds since 1970; of all for 0. */
  forgetVisits(sinceMs: number): Promise<void> {
    return this.#inOrder(() => this.#kept.forgetVisits(sinceMs));
  }

  deviceId(): Promise<string | null> {
    return this.#kept.deviceId();
  }

  async #countAside(): Promise<void> {
    const aside = await this.#kept.aside().catch(() => []);
    this.#store.dispatch(asideCounted(aside.length));
  }

  sendSoon(delayMs: number): void {
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
    this.sendSoon(this.#retryMs);
    this.#retryMs = Math.min(LONGEST_RETRY_MS, this.#retryMs * 2);
  }

  /** Sends visit after visit until nothing waits or the server is lost. A visit that is turned away holds up no other. */
  async #send(): Promise<void> {
    const waiting = await this.#kept.waiting();
    this.#store.dispatch(waitingCounted(waiting.length));
    if (waiting.length === 0) return;
    const key = await this.#signer.keyTold();
    if (key === 'signed-out') this.#store.dispatch(signedOut());
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
      if ((await this.#kept.count()) > 0) this.sendSoon(0);
    }
  }

  async #sendVisit(visitId: string, entries: readonly Waiting[]): Promise<'sent' | 'lost' | 'undelivered'> {
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
      const delivery = await deliver({ entries: batch.map(({ entry }) => entry), sentAt: new Date().toISOString() });
      switch (delivery.kind) {
        case 'signed-out':
          this.#store.dispatch(signedOut());
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

  async #setAside(visitId: string, entries: readonly Waiting[], why: readonly string[]): Promise<void> {
    if (entries.length === 0) return;
    await this.#kept.setAside(entries, why, Date.now());
    const gone: readonly Entry[] = entries.map(({ entry }) => entry).filter(({ kind }) => kind !== 'visit');
    const visit = await this.#kept.changeVisit(visitId, (before) =>
      before === null ? null : withoutEntries(before, gone),
    );
    if (visit !== null) this.#store.dispatch(visitKept({ visitId, visit }));
    await this.#countAside();
  }
}
