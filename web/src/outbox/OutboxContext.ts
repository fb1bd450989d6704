import { createContext, useContext } from 'react';
import type { OutboxDoor } from './laterOutbox';

export const OutboxContext = createContext<OutboxDoor | null>(null);

export const useOutbox = (): OutboxDoor => {
  const outbox = useContext(OutboxContext);
  if (outbox === null) throw new Error('useOutbox needs an OutboxContext around it.');
  return outbox;
};
