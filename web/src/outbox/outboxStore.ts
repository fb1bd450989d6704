import { present } from '@vaktman/core';
import { entrySchema, entryIdOf, visitIdOf, type Entry, type VisitDetail } from '@vaktman/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { v7 } from 'uuid';

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
}

type Apply = (before: VisitDetail | null, ownIds: readonly string[]) => VisitDetail;

/** Readings go here first: IndexedDB survives a reload, a closed tab and a dead server. */
export class OutboxStore {
  readonly #database: Promise<IDBPDatabase<OutboxSchema>>;

  /** @param name of the database: real visits and practice visits never share one */
  constructor(name: 'vaktman' | 'vaktman-practice') {
    this.#database = openDB<OutboxSchema>(name, 3, {
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
      },
      // Another tab of an older page keeps the old form open: it is told to let go.
      blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
    });
    // Whoever uses the store is told by what it asked for; nobody else waits for this.
    this.#database.catch(() => undefined);
  }

  /**
   * Keeps an entry and the visit it makes, in one transaction with the look at what was there, so that two tabs never
   * undo each other. An entry that is kept or was kept already changes nothing.
   * @param apply the visit with the entry, from the visit as this device has it
   * @returns the visit as kept
   */
  async add(entry: Entry, apply: Apply): Promise<VisitDetail> {
    const visitId = visitIdOf(entry);
    const transaction = (await this.#database).transaction(['waiting', 'visits', 'device', 'own'], 'readwrite');
    try {
      const visits = transaction.objectStore('visits');
      const device = transaction.objectStore('device');
      const before = (await visits.get(visitId)) ?? null;
      const ownIds = (await transaction.objectStore('own').get(visitId)) ?? [];
      const visit = apply(before, ownIds);
      if (before !== null && holds(before, entry)) {
        await transaction.done;
        return before;
      }
      const id = (await device.get('id')) ?? v7();
      const sequence = Number((await device.get('sequence')) ?? 0) + 1;
      const made = entrySchema.parse({ ...entry, made: { device: id, sequence } });
      await Promise.all([
        device.put(id, 'id'),
        device.put(sequence, 'sequence'),
        transaction.objectStore('waiting').add(made),
        transaction.objectStore('own').put([...ownIds, entryIdOf(entry)], visitId),
        visits.put(visit, visitId),
      ]);
      await transaction.done;
      return visit;
    } catch (error) {
      transaction.done.catch(() => undefined);
      throw error;
    }
  }

  /** Ids of what this device made in a visit, in order. */
  async ownIds(visitId: string): Promise<readonly string[]> {
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

  async visit(visitId: string): Promise<VisitDetail | null> {
    return (await (await this.#database).get('visits', visitId)) ?? null;
  }

  /** Changes what this device has of a visit, in one transaction with the look at it. */
  async changeVisit(
    visitId: string,
    change: (before: VisitDetail | null) => VisitDetail | null,
  ): Promise<VisitDetail | null> {
    const transaction = (await this.#database).transaction('visits', 'readwrite');
    const visit = change((await transaction.store.get(visitId)) ?? null);
    if (visit !== null) await transaction.store.put(visit, visitId);
    await transaction.done;
    return visit;
  }
}

const holds = (visit: VisitDetail, entry: Entry): boolean => {
  const id = entryIdOf(entry);
  if (entry.kind === 'visit') return true;
  return entry.kind === 'event'
    ? visit.events.some(({ eventId }) => eventId === id)
    : visit.file.readings.some((reading) => reading.id === id);
};
