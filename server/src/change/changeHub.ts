import { idOf } from '@vaktman/core';
import * as z from 'zod';
import { listenTo, type Listening } from '../database/listen';

const CHANNEL = 'vaktman_change';

const changeSchema = z.object({
  fleetId: idOf<'fleet'>(z.string()),
  visitId: idOf<'visit'>(z.string()).optional(),
  watch: z.boolean().optional(),
  batteries: z.boolean().optional(),
  weather: z.boolean().optional(),
  shop: z.boolean().optional(),
  instruments: z.boolean().optional(),
});
type Change = z.infer<typeof changeSchema>;

/** What whoever listens is told: a change, or that some may have been missed and everything is to be asked again. */
export type Told =
  | { readonly kind: 'change'; readonly change: Change }
  | { readonly kind: 'missed' }
  | { readonly kind: 'end' };
type Listener = (told: Told) => void;

/**
 * Tells everybody connected to this server what changed in the database, whichever server changed it. Whoever
 * was connected before this server began to listen, or began again after a loss, is told that changes may have been missed.
 */
export class ChangeHub {
  readonly #listeners = new Set<Listener>();
  readonly #listening: Listening;

  constructor(databaseUrl: string, onLost: (error: Error) => void) {
    this.#listening = listenTo(databaseUrl, CHANNEL, {
      onMessage: (payload) => this.#hear(payload),
      onConnected: () => this.#tell({ kind: 'missed' }),
      onLost,
    });
  }

  #hear(payload: string): void {
    const parsed = changeSchema.safeParse(JSON.parse(payload));
    this.#tell(parsed.success ? { kind: 'change', change: parsed.data } : { kind: 'missed' });
  }

  #tell(told: Told): void {
    for (const listener of [...this.#listeners]) listener(told);
  }

  /** @returns what ends it */
  subscribe(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  async stop(): Promise<void> {
    this.#tell({ kind: 'end' });
    await this.#listening.stop();
  }
}
