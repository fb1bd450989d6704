import type { Store } from '../store';
import { asideCounted } from './outboxSlice';
import type { OutboxStore } from './outboxStore';

/** Counts anew what the server would not take, for whoever shows it; what cannot be read counts as none. */
export const countAside = async (store: Store, kept: OutboxStore): Promise<void> => {
  const aside = await kept.aside().catch(() => []);
  store.dispatch(asideCounted(aside.length));
};
