import {
  asksForRest,
  hoursText,
  restHoursAsked,
  STRIPPING,
  type LimitBook,
  type UnitId,
  type VisitId,
} from '@vaktman/core';
import { useEffect, useState } from 'react';
import { clockRemoved, clockStarted, clockText, secondsLeft } from '../clock/clockSlice';
import { playRelease, playTick } from '../clock/tone';
import { useNow } from '../clock/useNow';
import { useWakeLock } from '../clock/useWakeLock';
import { Key, PrimaryKey } from '../control/Key';
import { useAppDispatch, useAppSelector } from '../store';
import type { SurfaceCharge as Charge } from './conditionsSlice';
import { HowRested, WhySkipped } from './StripOtherwise';
import { Hours, Keys, Sheet, Time } from './stripStyle';

type Asking = 'nothing' | 'hours' | 'reason';

/** Strips surface charge by two named clocks, or takes rest or a reason instead. */
export const SurfaceCharge = ({
  visitId,
  unitId,
  limits,
  charge,
  set,
  skip,
}: {
  visitId: VisitId;
  unitId: UnitId;
  limits: LimitBook;
  charge: Charge | null;
  set: (charge: Charge | null) => void;
  skip: (reason: string) => Promise<void>;
}) => {
  const dispatch = useAppDispatch();
  const clockId = `surface:${visitId}`;
  const sound = useAppSelector((state) => state.settings.sound);
  const [asking, setAsking] = useState<Asking>('nothing');
  const timed = charge?.kind === 'lamps' || charge?.kind === 'waiting' ? charge : null;
  const seconds = timed?.kind === 'lamps' ? STRIPPING.lampsSeconds : STRIPPING.waitSeconds;
  const now = useNow(250, timed !== null);
  const left = timed === null ? 0 : secondsLeft({ startedMs: timed.startedMs, seconds }, now);
  useWakeLock(timed !== null && left > 0);

  useEffect(() => {
    if (timed === null || !sound) return;
    if (left === 0) playRelease();
    else if (left <= 3) playTick();
  }, [left, sound, timed]);
  useEffect(() => {
    if (timed?.kind !== 'waiting' || left > 0) return;
    // Seen to its end: the clock has done its work.
    dispatch(clockRemoved(clockId));
    set({ kind: 'stripped', atMs: Date.now() });
  }, [timed, left, set, dispatch, clockId]);

  const begin = (kind: 'lamps' | 'waiting', name: string, length: number): void => {
    const startedMs = Date.now();
    set({ kind, startedMs });
    dispatch(
      clockStarted({ id: clockId, name: `${unitId}: ${name}`, path: `/visits/${visitId}`, startedMs, seconds: length }),
    );
  };
  const leaveClocks = (next: Charge | null): void => {
    dispatch(clockRemoved(clockId));
    set(next);
  };

  const back = (): void => setAsking('nothing');
  if (asking === 'hours')
    return (
      <HowRested
        limits={limits}
        save={(hours) => leaveClocks({ kind: 'rested', hours, atMs: Date.now() })}
        back={back}
      />
    );
  if (asking === 'reason')
    return (
      <WhySkipped
        skip={(reason) => skip(reason).then(() => leaveClocks({ kind: 'skipped', atMs: Date.now() }))}
        back={back}
      />
    );
  if (timed !== null) {
    const lamps = timed.kind === 'lamps';
    return (
      <Sheet>
        <h2>{lamps ? (left > 0 ? 'Lamps and blower on' : 'Switch everything off') : 'Everything off: wait'}</h2>
        <Time className="figure" role="timer" aria-label={lamps ? 'Lamps on' : 'Waiting'}>
          {clockText(left)}
        </Time>
        <p>
          {lamps
            ? 'The load takes the surface charge off the plates.'
            : 'The volts settle. Use the time: cables off this battery, ground side first.'}
        </p>
        <Keys>
          <Key onPress={() => leaveClocks(null)}>Start over</Key>
          <Key onPress={() => setAsking('reason')}>Skip</Key>
          {lamps ? (
            <PrimaryKey isDisabled={left > 0} onPress={() => begin('waiting', 'volts settle', STRIPPING.waitSeconds)}>
              Everything is off
            </PrimaryKey>
          ) : (
            <span />
          )}
        </Keys>
      </Sheet>
    );
  }
  const skipKey = <Key onPress={() => setAsking('reason')}>Skip</Key>;
  const lampsAreOn = (): void => begin('lamps', 'lamps and blower on', STRIPPING.lampsSeconds);
  if (asksForRest(limits))
    return (
      <Sheet>
        <h2>Let it rest</h2>
        <p>
          This method counts resting volts only after <Hours>{hoursText(restHoursAsked(limits))}</Hours> disconnected
          from alternator, charger and loads, whatever else took the surface charge off.
        </p>
        <Keys>
          <Key onPress={lampsAreOn}>Lamps and blower are on</Key>
          {skipKey}
          <PrimaryKey autoFocus onPress={() => setAsking('hours')}>
            It has rested
          </PrimaryKey>
        </Keys>
      </Sheet>
    );
  return (
    <Sheet>
      <h2>Strip surface charge</h2>
      <p>
        Head lamps and blower on for 1 min, then everything off for 2 min. Once for the whole bank, before the cables
        come off.
      </p>
      <p>A charge left on the plates by alternator or charger flatters the volts.</p>
      <Keys>
        <Key onPress={() => setAsking('hours')}>It has rested</Key>
        {skipKey}
        <PrimaryKey autoFocus onPress={lampsAreOn}>
          Lamps and blower are on
        </PrimaryKey>
      </Keys>
    </Sheet>
  );
};
