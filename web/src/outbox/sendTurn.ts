const LOCK = 'vaktman-outbox';

let here: Promise<unknown> = Promise.resolve();

/**
 * Runs work while no other tab runs its own: two tabs sending the same would do no harm, only work twice. Where the
 * browser has no locks (a page over plain http in a local network), tabs take no turns, and only this one does.
 */
export const inTurn = (work: () => Promise<void>): Promise<void> => {
  const locks = (navigator as { locks?: LockManager }).locks;
  if (locks !== undefined) return locks.request(LOCK, work).then(() => undefined);
  const turn = here.then(work);
  here = turn.catch(() => undefined);
  return turn;
};
