import type { VisitId } from '@vaktman/core';
import { visitIdOf, type Entry, type VisitDetail } from '@vaktman/contract';
import { failureTold } from '../frame/failureSlice';
import type { Store } from '../store';
import { countAside } from './countAside';
import { applyEntry, asDatedByServer, lastOf, unionVisits, withOwn, withoutEntries } from './mergeVisit';
import { clockAheadFound, visitKept, waitingCounted } from './outboxSlice';
import { OutboxStore, type Aside, type Waiting } from './outboxStore';
import { Sender } from './sender';
import { Signer } from './signer';

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
  #order: Promise<unknown> = Promise.resolve();
  readonly #signer: Signer;
  readonly #sender: Sender;

  constructor(store: Store) {
    this.#store = store;
    this.#signer = new Signer(store, this.#kept);
    this.#sender = new Sender(store, this.#kept, this.#signer);
  }

  /** Begins sending what an earlier page left behind, and takes over what other tabs of this device keep. */
  start(): void {
    void this.#clockAheadMs();
    window.addEventListener('online', () => this.#sender.soon(0));
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') this.#sender.soon(0);
    });
    this.#tabs?.addEventListener(
      'message',
      ({ data }: MessageEvent<{ visitId: VisitId }>) => void this.#takeOver(data.visitId),
    );
    void countAside(this.#store, this.#kept);
    this.#sender.soon(0);
  }

  /** Another tab kept something of a visit that is open here too. */
  async #takeOver(visitId: VisitId): Promise<void> {
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
   * Keeps entries of one visit for good, all of them or none, then sends them when it can. Resolves once they are safe on this
   * device. When they cannot be kept, that is said on screen and to the caller.
   */
  record(...entries: readonly [Entry, ...Entry[]]): Promise<void> {
    return this.#inOrder(async () => {
      const visitId = visitIdOf(entries[0]);
      const isPractice = this.#isPractice(visitId);
      const aheadMs = isPractice ? null : await this.#clockAheadMs();
      const apply = (before: VisitDetail | null, entry: Entry, ownIds: readonly string[] = []): VisitDetail => {
        const known = before ?? this.#store.getState().outbox.visits[visitId] ?? null;
        const visit = applyEntry(known, asDatedByServer(entry, aheadMs, lastOf(known, ownIds)));
        if (visit === null) throw new Error(`Visit ${visitId} is not on this device. Open it before recording in it.`);
        return visit;
      };
      try {
        const visit = isPractice
          ? await this.#practice.changeVisit(visitId, (before) =>
              entries.reduce<VisitDetail | null>((visit, entry) => apply(visit, entry), before),
            )
          : await this.#kept.add(visitId, await this.#signer.sealed(entries), apply);
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
      this.#sender.soon(0);
    });
  }

  /** A practice visit is kept on this device, apart from the real ones, and never sent. */
  #isPractice(visitId: VisitId): boolean {
    return this.#store.getState().practice.visits[visitId] !== undefined;
  }

  /** Joins what the server has of a visit with what this device kept, and shows both as one. */
  open(visitId: VisitId, fromServer: VisitDetail | null): Promise<VisitDetail | null> {
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
    await countAside(this.#store, this.#kept);
    this.#store.dispatch(waitingCounted(await this.#kept.count()));
    this.#sender.soon(0);
  }

  /** Lets go of what was set aside: it was recorded anew, handed over, or given up with a reason. */
  async drop(sequence: number): Promise<void> {
    await this.#kept.drop(sequence);
    await countAside(this.#store, this.#kept);
  }

  /** Lets go of visits the server has and in which nothing happened since a moment, milliseconds since 1970; of all for 0. */
  forgetVisits(sinceMs: number): Promise<void> {
    return this.#inOrder(() => this.#kept.forgetVisits(sinceMs));
  }

  deviceId(): Promise<string | null> {
    return this.#kept.deviceId();
  }

  sendSoon(delayMs: number): void {
    this.#sender.soon(delayMs);
  }
}
