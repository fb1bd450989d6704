const LOCK = 'vaktman-outbox';

let here: Promise<unknown> = Promise.resolve();

/**
 * Runs work while no other tab runs its own: two tabs sending the same would do no harm, only work twice. Where the
 * browser has no locks (a page over plain http in a local network), tabs take no turns, and only this one does.
 */
export const inTurn = async (work: () => Promise<void>): Promise<void> => {
  // Whatever is not there throws in here, so that who asked hears of it and tries again.
  const locks = (navigator as { locks?: LockManager }).locks;
  if (locks !== undefined) {
    await locks.request(LOCK, work);
    return;
  }
  const turn = here.then(work);
  here = turn.catch(() => undefined);
  await turn;
};
