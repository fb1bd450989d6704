import type { FleetId } from '@vaktman/core';
import type { Session } from '@vaktman/contract';
import type { Queryable } from '../database/pool';
import type { KnownDevice } from './deviceStore';
import { colleaguesAt, type SignedIn } from './sessionStore';
import { demoWords, wordOf } from './wordStore';

const NOBODY: Session = {
  hasFleet: false,
  person: null,
  hasPin: false,
  device: null,
  endsAt: null,
  colleagues: [],
  demo: [],
};

/** What the sign-in sheet shows: who is signed in, on which device, and who else could be. */
export const sessionAnswer = async (
  db: Queryable,
  fleetId: FleetId | null,
  signedIn: Pick<SignedIn, 'personId' | 'name' | 'role' | 'endsAt'> | null,
  device: KnownDevice | null,
): Promise<Session> => {
  if (fleetId === null) return NOBODY;
  return {
    hasFleet: true,
    person: signedIn === null ? null : { personId: signedIn.personId, name: signedIn.name, role: signedIn.role },
    hasPin: signedIn !== null && (await wordOf(db, fleetId, signedIn.personId, 'pin')) !== null,
    device: device === null ? null : { ...device, enrolledAt: device.enrolledAt.toISOString() },
    endsAt: signedIn === null ? null : signedIn.endsAt.toISOString(),
    colleagues: device?.shared === true ? await colleaguesAt(db, fleetId, device.deviceId) : [],
    demo: await demoWords(db, fleetId),
  };
};
