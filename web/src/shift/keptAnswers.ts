import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** An answer of the server as it was given, and when. */
export interface KeptAnswer {
  readonly body: unknown;
  /** Milliseconds since 1970. */
  readonly atMs: number;
  /** What it stood for when it was asked for, such as the unit's row of the watch; asked anew once that changed. */
  readonly of: string;
}

interface AnswersSchema extends DBSchema {
  answers: { key: string; value: KeptAnswer };
  /** The device, as the server knows it, whose answers these are. */
  about: { key: 'deviceId'; value: string };
}

/**
 * What this device keeps of the server's answers, to show without network. They are in IndexedDB and gone with the device:
 * an ended one is emptied.
 */
export class KeptAnswers {
  readonly #database: Promise<IDBPDatabase<AnswersSchema>>;

  constructor() {
    this.#database = openDB<AnswersSchema>('vaktman-shift', 1, {
      upgrade: (database) => {
        database.createObjectStore('answers');
        database.createObjectStore('about');
      },
      blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
    });
    // Whoever asks is told by what it asked for.
    this.#database.catch(() => undefined);
  }

  /** @param path below the interface for programs, such as /units/P-12 */
  async at(path: string): Promise<KeptAnswer | null> {
    return (await (await this.#database).get('answers', path)) ?? null;
  }

  async keep(path: string, answer: KeptAnswer): Promise<void> {
    await (await this.#database).put('answers', answer, path);
  }

  async paths(): Promise<readonly string[]> {
    return (await this.#database).getAllKeys('answers');
  }

  async drop(paths: readonly string[]): Promise<void> {
    const transaction = (await this.#database).transaction('answers', 'readwrite');
    await Promise.all([...paths.map((path) => transaction.store.delete(path)), transaction.done]);
  }

  /** Makes these answers a device's own: another one's are emptied first. */
  async belongTo(deviceId: string): Promise<void> {
    const transaction = (await this.#database).transaction(['answers', 'about'], 'readwrite');
    const before = await transaction.objectStore('about').get('deviceId');
    if (before !== undefined && before !== deviceId) await transaction.objectStore('answers').clear();
    await transaction.objectStore('about').put(deviceId, 'deviceId');
    await transaction.done;
  }

  /** Empties all of it. */
  async empty(): Promise<void> {
    const transaction = (await this.#database).transaction(['answers', 'about'], 'readwrite');
    await Promise.all([
      transaction.objectStore('answers').clear(),
      transaction.objectStore('about').clear(),
      transaction.done,
    ]);
  }
}

/** The one this page uses. */
export const keptAnswers = new KeptAnswers();
