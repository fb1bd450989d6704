import { createContext, useContext } from 'react';
import type { Outbox } from './outbox';

export const OutboxContext = createContext<Outbox | null>(null);

export const useOutbox = (): Outbox => {
  const outbox = useContext(OutboxContext);
  if (outbox === null) throw new Error('useOutbox needs an OutboxContext around it.');
  return outbox;
};
