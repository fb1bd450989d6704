import { useEffect, useEffectEvent, useRef } from 'react';
import { useSessionQuery } from '../api/api';
import { failureOf } from '../api/failure';
import { useAppDispatch, useAppSelector } from '../store';
import { forgetGiven, givenBy } from './laterSwitch';
import { switchAsked } from './sessionSlice';
import { useSignOutMutation, useSwitchPersonMutation } from './signInApi';

const LOOK_MS = 10_000;

/**
 * Somebody went on or left here while the server was out of reach: looks for it, and tells it. Where the PIN is not at hand any
 * more it is asked for once; until then nothing is done in the name the server still has.
 */
export const OfflineReturn = () => {
  const dispatch = useAppDispatch();
  const { person, way } = useAppSelector(({ session }) => session);
  const { isSuccess, fulfilledTimeStamp } = useSessionQuery(undefined, { pollingInterval: LOOK_MS });
  const [switchPerson] = useSwitchPersonMutation();
  const [signOut] = useSignOutMutation();
  const tell = useEffectEvent(async (): Promise<void> => {
    if (way === 'out-offline') return void (await signOut());
    if (way !== 'pin-offline' || person === null) return;
    const pin = givenBy(person.personId);
    const error = pin === null ? null : (await switchPerson({ personId: person.personId, pin })).error;
    if (error !== null && error !== undefined && failureOf(error).kind === 'unreached') return;
    forgetGiven();
    if (error !== undefined) dispatch(switchAsked(true));
  });
  const telling = useRef(false);
  useEffect(() => {
    // One at a time: the next look comes while a slow answer is still on its way.
    if (!isSuccess || telling.current) return;
    telling.current = true;
    void tell().finally(() => (telling.current = false));
  }, [isSuccess, fulfilledTimeStamp]);
  return null;
};
