import type { FleetId } from '@vaktman/core';
import { AsyncLocalStorage } from 'node:async_hooks';

/** Who is changing something, and on which device, as a request tells it. */
export interface Who {
  readonly person: string;
  readonly device: string;
  /** The fleet they were found in; asked for where that is left out. */
  readonly fleetId?: FleetId;
}

const current = new AsyncLocalStorage<Who>();

/** Does something in somebody's name: what it changes in the database is kept under it. */
export const asWho = async <T>(who: Who, work: () => Promise<T>): Promise<T> => current.run(who, work);

/** In whose name the present request is; nobody's where the program does something by itself. */
export const whoIsIt = (): Who | null => current.getStore() ?? null;
