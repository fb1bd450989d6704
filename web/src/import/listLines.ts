import type { ListKind, TakeIn } from '@vaktman/contract';
import type { Battery, ImportAnswer } from '@vaktman/core';
import { draftsOf } from './drafts';

/**
 * A list as it is sent to be taken in.
 * @param chemistry of batteries a unit list tells nothing of; null where it tells of all
 * @param rest what it is called, and how it was read
 */
export const takeInOf = (
  kind: ListKind,
  answer: ImportAnswer,
  chemistry: Battery['chemistry'] | null,
  rest: Pick<TakeIn, 'importId' | 'fileName' | 'map'>,
): TakeIn => {
  switch (kind) {
    case 'units':
      return { ...rest, kind, units: draftsOf(answer, chemistry) };
    // The core's own lines, checked by the server's schema as they come in.
    case 'batteries':
      return {
        ...rest,
        kind,
        batteries: (answer.batteries ?? []) as Extract<TakeIn, { kind: 'batteries' }>['batteries'],
      };
    case 'results':
      return { ...rest, kind, results: (answer.results ?? []) as Extract<TakeIn, { kind: 'results' }>['results'] };
  }
};
