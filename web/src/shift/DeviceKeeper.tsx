import { useEffect, useEffectEvent } from 'react';
import { useSessionQuery } from '../api/api';
import { failureTold } from '../frame/failureSlice';
import { useOutbox } from '../outbox/OutboxContext';
import { followServer, forgetPeople } from '../session/peopleHere';
import { OfflineReturn } from '../session/OfflineReturn';
import { useAppDispatch, useAppSelector } from '../store';
import { keptAnswers } from './keptAnswers';
import { keepShift, Unreached } from './keepShift';
import { unitsKept } from './shiftSlice';

const LOCK = 'vaktman-shift';
/** The first view comes first. */
const FIRST_MS = 10_000;
const AGAIN_MS = 5 * 60_000;
const DAY_MS = 86_400_000;

/** Runs work where no other tab does the same; a browser without locks lets each. */
const alone = async (work: () => Promise<void>): Promise<void> => {
  const locks = (navigator as { locks?: LockManager }).locks;
  if (locks === undefined) return work();
  return locks.request(LOCK, { ifAvailable: true }, async (lock) => (lock === null ? undefined : work()));
};

/**
 * Keeps on this device what a shift without network needs, and takes it away again: where the device was ended, where its own
 * person was signed out of it, and what is older than the reader wants. Draws nothing.
 */
export const DeviceKeeper = () => {
  const dispatch = useAppDispatch();
  const outbox = useOutbox();
  const { data: session, isError } = useSessionQuery();
  const { person, device, way } = useAppSelector((state) => state.session);
  const { shiftYards, visitDays } = useAppSelector(({ settings }) => settings);
  const told = useEffectEvent((error: unknown): void => {
    dispatch(failureTold({ what: 'remember', words: error instanceof Error ? error.message : String(error) }));
  });
  const deviceId = device?.deviceId;
  const isIn = person !== null && way !== 'pin-offline';
  const chosen = shiftYards === null ? null : shiftYards.join('\n');

  // What the server says of this device decides what may stay on it.
  useEffect(() => {
    if (session === undefined || isError) return;
    const isGone = session.device === null || (!session.device.shared && session.person === null);
    const work = async (): Promise<void> => {
      if (isGone) {
        await keptAnswers.empty();
        await outbox.forgetVisits(0);
        dispatch(unitsKept(null));
      }
      if (session.device?.shared === true) await followServer(session.colleagues);
      else await forgetPeople();
    };
    work().catch(told);
  }, [session, isError, outbox, dispatch]);

  useEffect(() => {
    outbox.forgetVisits(Date.now() - visitDays * DAY_MS).catch(told);
  }, [outbox, visitDays]);

  useEffect(() => {
    if (!isIn || deviceId === undefined) return undefined;
    let isOver = false;
    const yards = chosen === null ? null : chosen.split('\n').filter((yard) => yard !== '');
    const round = async (): Promise<void> =>
      alone(async () => {
        try {
          const kept = await keepShift(deviceId, yards, () => isOver);
          if (kept !== null && !isOver) dispatch(unitsKept(kept));
        } catch (error) {
          // Out of reach is looked for again, and what was kept stays; a device without room is told.
          if (!(error instanceof Unreached)) told(error);
        }
      });
    const first = setTimeout(() => void round(), FIRST_MS);
    const timer = setInterval(() => void round(), AGAIN_MS);
    return () => {
      isOver = true;
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [isIn, deviceId, chosen, dispatch]);
  return (way ?? 'session') === 'session' ? null : <OfflineReturn />;
};
