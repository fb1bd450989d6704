import { entrySchema, type Entry, type VisitDetail } from '@vaktman/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** An entry on its way to the server, in the order it was made. */
export interface Waiting {
  readonly sequence: number;
  readonly entry: Entry;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: Entry };
  visits: { key: string; value: VisitDetail };
}

/** Readings go here first: IndexedDB survives a reload, a closed tab and a dead server. */
export class OutboxStore {
  readonly #database: Promise<IDBPDatabase<OutboxSchema>>;

  /** @param name of the database: real visits and practice visits never share one */
  constructor(name: 'vaktman' | 'vaktman-practice') {
    this.#database = openDB<OutboxSchema>(name, 1, {
      upgrade: (database) => {
        database.createObjectStore('waiting', { autoIncrement: true });
        database.createObjectStore('visits');
      },
    });
  }

  /** Keeps an entry and the visit it made, in one transaction. */
  async add(entry: Entry, visitId: string, visit: VisitDetail): Promise<void> {
    const transaction = (await this.#database).transaction(['waiting', 'visits'], 'readwrite');
    await Promise.all([
      transaction.objectStore('waiting').add(entrySchema.parse(entry)),
      transaction.objectStore('visits').put(visit, visitId),
      transaction.done,
    ]);
  }

  async waiting(limit?: number): Promise<Waiting[]> {
    const store = (await this.#database).transaction('waiting').store;
    const [keys, entries] = await Promise.all([store.getAllKeys(null, limit), store.getAll(null, limit)]);
    return keys.map((sequence, index) => ({ sequence, entry: entries[index]! }));
  }

  async remove(sequences: readonly number[]): Promise<void> {
    const transaction = (await this.#database).transaction('waiting', 'readwrite');
    await Promise.all([...sequences.map((sequence) => transaction.store.delete(sequence)), transaction.done]);
  }

  async count(): Promise<number> {
    return (await this.#database).count('waiting');
  }

  async visit(visitId: string): Promise<VisitDetail | null> {
    return (await (await this.#database).get('visits', visitId)) ?? null;
  }

  async keepVisit(visitId: string, visit: VisitDetail): Promise<void> {
    await (await this.#database).put('visits', visit, visitId);
  }
}

export const visitIdOf = (entry: Entry): string => (entry.kind === 'visit' ? entry.opening.visit.id : entry.visitId);
