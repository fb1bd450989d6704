import { present } from '@vaktman/core';
import type { Entry } from '@vaktman/contract';
import type { Store } from '../store';
import type { OutboxStore } from './outboxStore';
import { sealed, signingKey, tellKey, type Maker } from './signing';

/** Signs what is recorded at this device in the name of who is working, and tells the server by which key. */
export class Signer {
  readonly #store: Store;
  readonly #kept: OutboxStore;
  /** The device whose key the server was told since this page began. */
  #keyToldOf: string | null = null;

  constructor(store: Store, kept: OutboxStore) {
    this.#store = store;
    this.#kept = kept;
  }

  /** Who is working at this device as the server knows it; null where nobody is, or it does not. */
  #maker(): Maker | null {
    const { person, device, way } = this.#store.getState().session;
    if (person === null || device?.deviceId === undefined) return null;
    return {
      personId: person.personId,
      deviceId: device.deviceId,
      way: way === 'pin-offline' ? 'pin-offline' : 'session',
    };
  }

  /** The entries with their places in the order of this device, and signed by its key where the browser has one. */
  async sealed(entries: readonly Entry[]): Promise<Entry[]> {
    const made = await this.#kept.nextMade(entries.length);
    const maker = this.#maker();
    const done: Entry[] = [];
    for (const [index, { made: _made, seal: _seal, ...bare }] of entries.entries()) {
      const entry = { ...bare, made: present(made[index]) };
      // A browser that cannot sign still keeps what was read; a lead confirms what another one sends of it.
      done.push((maker === null ? null : await sealed(this.#kept, entry, maker).catch(() => null)) ?? entry);
    }
    return done;
  }

  /** Tells the server this device's key before what it signed is sent. */
  async keyTold(): Promise<'told' | 'lost' | 'signed-out'> {
    const deviceId = this.#store.getState().session.device?.deviceId;
    if (deviceId === undefined || deviceId === this.#keyToldOf) return 'told';
    try {
      const key = await signingKey(this.#kept, deviceId);
      const answer = key === null ? 'told' : await tellKey(key);
      if (answer === 'signed-out') return 'signed-out';
      // What it signed goes as unsigned, and a lead confirms what is in another's name.
      if (answer === 'refused') await this.#kept.dropSigningKey(deviceId);
      this.#keyToldOf = deviceId;
      return 'told';
    } catch {
      return 'lost';
    }
  }
}
