import { type VisitId, present } from '@vaktman/core';
import { entrySchema, entryIdOf, visitIdOf, type Entry, type VisitDetail } from '@vaktman/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { v7 } from 'uuid';
import type { SigningKey } from './signing';

/** An entry on its way to the server, in the order it was made. */
export interface Waiting {
  readonly sequence: number;
  readonly entry: Entry;
}

/** An entry the server will not take as it is, and why. */
export interface Aside extends Waiting {
  readonly why: readonly string[];
  /** Milliseconds since 1970. */
  readonly sinceMs: number;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: Entry };
  visits: { key: string; value: VisitDetail };
  aside: { key: number; value: Omit<Aside, 'sequence'> };
  /** What this device is known by, how many entries it made, and how far its clock is ahead. */
  device: { key: string; value: string | number };
  /** Ids of the entries this device made, by visit, in order. */
  own: { key: string; value: string[] };
  /** Keys this browser signs with, by the device the server knows it as. */
  keys: { key: string; value: SigningKey };
}

type Apply = (before: VisitDetail | null, entry: Entry, ownIds: readonly string[]) => VisitDetail;

/** Readings go here first: IndexedDB survives a reload, a closed tab and a dead server. */
export class OutboxStore {
  readonly #database: Promise<IDBPDatabase<OutboxSchema>>;

  /** @param name of the database: real visits and practice visits never share one */
  constructor(name: 'vaktman' | 'vaktman-practice') {
    this.#database = openDB<OutboxSchema>(name, 4, {
      upgrade: (database, from) => {
        if (from < 1) {
          database.createObjectStore('waiting', { autoIncrement: true });
          database.createObjectStore('visits');
        }
        if (from < 2) {
          database.createObjectStore('aside');
          database.createObjectStore('device');
        }
        if (from < 3) database.createObjectStore('own');
        if (from < 4) database.createObjectStore('keys');
      },
      // Another tab of an older page keeps the old form open: it is told to let go.
      blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
    });
    // Whoever uses the store is told by what it asked for; nobody else waits for this.
    this.#database.catch(() => undefined);
  }

  /**
   * Keeps entries and the visit they make, in one transaction with the look at what was there, so that two tabs never undo
   * each other and nothing is kept by half. An entry that is kept or was kept already changes nothing.
   * @param apply the visit with one more entry, from the visit as it stands and what this device made in it
   * @returns the visit as kept; null where there is none and nothing to keep
   */
  async add(visitId: VisitId, entries: readonly Entry[], apply: Apply): Promise<VisitDetail | null> {
    const transaction = (await this.#database).transaction(['waiting', 'visits', 'own'], 'readwrite');
    const asked: Promise<unknown>[] = [];
    try {
      const visits = transaction.objectStore('visits');
      let visit = (await visits.get(visitId)) ?? null;
      const ownIds = (await transaction.objectStore('own').get(visitId)) ?? [];
      const added: Entry[] = [];
      for (const entry of entries) {
        const after = apply(visit, entry, ownIds);
        if (visit !== null && holds(visit, entry)) continue;
        added.push(entrySchema.parse(entry));
        ownIds.push(entryIdOf(entry));
        visit = after;
      }
      if (visit !== null && added.length > 0) {
        for (const entry of added) asked.push(transaction.objectStore('waiting').add(entry));
        asked.push(transaction.objectStore('own').put(ownIds, visitId), visits.put(visit, visitId));
        await Promise.all(asked);
      }
      await transaction.done;
      return visit;
    } catch (error) {
      void Promise.allSettled([transaction.done, ...asked]);
      // What was added before it failed goes with it; where the browser ended it by itself there is nothing to end.
      try {
        transaction.abort();
      } catch (over) {
        if (!(over instanceof DOMException && over.name === 'InvalidStateError')) throw over;
      }
      throw error;
    }
  }

  /**
   * The next numbers in the order of what this device makes, as many as asked for: no two tabs get the same, and one that is
   * not used is no harm.
   */
  async nextMade(count: number): Promise<NonNullable<Entry['made']>[]> {
    const transaction = (await this.#database).transaction('device', 'readwrite');
    const device = String((await transaction.store.get('id')) ?? v7());
    const last = Number((await transaction.store.get('sequence')) ?? 0);
    await Promise.all([
      transaction.store.put(device, 'id'),
      transaction.store.put(last + count, 'sequence'),
      transaction.done,
    ]);
    return Array.from({ length: count }, (_, index) => ({ device, sequence: last + index + 1 }));
  }

  /** The key this browser signs with as a device; null before one was made. */
  async signingKey(deviceId: string): Promise<SigningKey | null> {
    return (await (await this.#database).get('keys', deviceId)) ?? null;
  }

  /** Keeps a key, unless another tab was first. @returns the one that is kept */
  async keepSigningKey(deviceId: string, made: SigningKey): Promise<SigningKey> {
    const transaction = (await this.#database).transaction('keys', 'readwrite');
    const key = (await transaction.store.get(deviceId)) ?? made;
    await transaction.store.put(key, deviceId);
    await transaction.done;
    return key;
  }

  /** Lets go of a key the server will not have: another one is made when it is needed. */
  async dropSigningKey(deviceId: string): Promise<void> {
    await (await this.#database).delete('keys', deviceId);
  }

  /** Ids of what this device made in a visit, in order. */
  async ownIds(visitId: VisitId): Promise<readonly string[]> {
    return (await (await this.#database).get('own', visitId)) ?? [];
  }

  /** What this device is known by to the server; null before it made its first entry. */
  async deviceId(): Promise<string | null> {
    const id = await (await this.#database).get('device', 'id');
    return id === undefined ? null : String(id);
  }

  /** How far this device was ahead of the server when that was last found, milliseconds; null when it never was. */
  async clockAheadMs(): Promise<number | null> {
    const ahead = await (await this.#database).get('device', 'clockAheadMs');
    return ahead === undefined ? null : Number(ahead);
  }

  async keepClockAhead(aheadMs: number): Promise<void> {
    await (await this.#database).put('device', aheadMs, 'clockAheadMs');
  }

  async waiting(): Promise<Waiting[]> {
    const store = (await this.#database).transaction('waiting').store;
    const [keys, entries] = await Promise.all([store.getAllKeys(), store.getAll()]);
    return keys.map((sequence, index) => ({ sequence, entry: present(entries[index]) }));
  }

  async remove(sequences: readonly number[]): Promise<void> {
    const transaction = (await this.#database).transaction('waiting', 'readwrite');
    await Promise.all([...sequences.map((sequence) => transaction.store.delete(sequence)), transaction.done]);
  }

  /** Takes entries out of the way of the others: kept, but no longer sent. */
  async setAside(entries: readonly Waiting[], why: readonly string[], sinceMs: number): Promise<void> {
    const transaction = (await this.#database).transaction(['waiting', 'aside'], 'readwrite');
    await Promise.all([
      ...entries.flatMap(({ sequence, entry }) => [
        transaction.objectStore('waiting').delete(sequence),
        transaction.objectStore('aside').put({ entry, why, sinceMs }, sequence),
      ]),
      transaction.done,
    ]);
  }

  async aside(): Promise<Aside[]> {
    const store = (await this.#database).transaction('aside').store;
    const [keys, values] = await Promise.all([store.getAllKeys(), store.getAll()]);
    return keys.map((sequence, index) => ({ sequence, ...present(values[index]) }));
  }

  /** Puts entries that were set aside back in line, in their old order. */
  async takeBack(entries: readonly Waiting[]): Promise<void> {
    const transaction = (await this.#database).transaction(['waiting', 'aside'], 'readwrite');
    await Promise.all([
      ...entries.flatMap(({ sequence, entry }) => [
        transaction.objectStore('aside').delete(sequence),
        transaction.objectStore('waiting').put(entry, sequence),
      ]),
      transaction.done,
    ]);
  }

  /** Lets go of an entry that was set aside. */
  async drop(sequence: number): Promise<void> {
    await (await this.#database).delete('aside', sequence);
  }

  async count(): Promise<number> {
    return (await this.#database).count('waiting');
  }

  async visit(visitId: VisitId): Promise<VisitDetail | null> {
    return (await (await this.#database).get('visits', visitId)) ?? null;
  }

  /**
   * Lets go of visits in which nothing happened since a moment, milliseconds since 1970, or of all where that is 0; never of one
   * with something that waits or was set aside.
   */
  async forgetVisits(sinceMs: number): Promise<void> {
    const transaction = (await this.#database).transaction(['visits', 'own', 'waiting', 'aside'], 'readwrite');
    const visits = transaction.objectStore('visits');
    const unsettled = new Set([
      ...(await transaction.objectStore('waiting').getAll()).map(visitIdOf),
      ...(await transaction.objectStore('aside').getAll()).map(({ entry }) => visitIdOf(entry)),
    ]);
    for (const visitId of await visits.getAllKeys()) {
      const visit = await visits.get(visitId);
      if (unsettled.has(visitId) || visit === undefined || (sinceMs > 0 && lastAtMs(visit) >= sinceMs)) continue;
      await Promise.all([visits.delete(visitId), transaction.objectStore('own').delete(visitId)]);
    }
    await transaction.done;
  }

  /** Changes what this device has of a visit, in one transaction with the look at it. */
  async changeVisit(
    visitId: VisitId,
    change: (before: VisitDetail | null) => VisitDetail | null,
  ): Promise<VisitDetail | null> {
    const transaction = (await this.#database).transaction('visits', 'readwrite');
    const visit = change((await transaction.store.get(visitId)) ?? null);
    if (visit !== null) await transaction.store.put(visit, visitId);
    await transaction.done;
    return visit;
  }
}

/** When something last happened in a visit, milliseconds since 1970. */
const lastAtMs = ({ file, events }: VisitDetail): number =>
  Math.max(...[file.visit, ...file.readings, ...events].map(({ at }) => Date.parse(at)));

const holds = (visit: VisitDetail, entry: Entry): boolean => {
  const id = entryIdOf(entry);
  if (entry.kind === 'visit') return true;
  return entry.kind === 'event'
    ? visit.events.some(({ eventId }) => eventId === id)
    : visit.file.readings.some((reading) => reading.id === id);
};
