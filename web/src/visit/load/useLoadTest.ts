import {
  batteryFactor,
  batteryTemperature,
  celsiusText,
  loadCoolDown,
  HOLD_SECONDS,
  loadLimit,
  LoadRelease,
  loadRestSeconds,
  loadTarget,
  present,
  type Reading,
} from '@vaktman/core';
import { useMemo, useState } from 'react';
import { useWords } from '../../control/ReaderContext';
import { useOnThisDevice } from '../../clock/deviceTime';
import { useNow } from '../../clock/useNow';
import { capturedOf, useFeed, type Feed } from '../../feed/useFeed';
import { useCallOff } from '../../hold/holds';
import type { Hold } from '../conditionsSlice';
import type { StepProps } from '../stepProps';
import { useRetake } from '../useRetake';
import { useConditions, useRecorder } from '../useVisit';

/** What the instruments caught during a hold. */
const caughtOf = (feed: Feed): Pick<Hold, 'caught'> => {
  const lowestVolts = capturedOf(feed, 'dc-volts').lowest;
  const meanAmps = capturedOf(feed, 'dc-amps').mean;
  return lowestVolts === null || meanAmps === null ? {} : { caught: { lowestVolts, meanAmps } };
};

/** When each load of the visit came off: those recorded, and the one just called off. */
const loadEnds = (readings: readonly Reading[], point: string, hold: Hold | null): number[] => {
  const recorded = readings.flatMap((reading) => (reading.step === 'battery.load' ? [Date.parse(reading.at)] : []));
  return (hold?.offMs != null && hold.position !== point ? [...recorded, hold.offMs] : recorded).sort((a, b) => a - b);
};

/** What the load test of one battery goes by, and what can be done in it. */
export const useLoadTest = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const unitId = detail.file.unit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [conditions, change] = useConditions(detail, point);
  const callOff = useCallOff();
  const { facts } = judged.outcomes;
  const battery = present(facts.batteries.get(point));
  const target = loadTarget(battery);
  const read = batteryTemperature(facts, point, null);
  const temperature =
    conditions.batteryC === null ? read : { celsius: conditions.batteryC.celsius, from: 'battery' as const };
  const limit = temperature.celsius === null ? null : loadLimit(battery, facts.limits, temperature.celsius);
  const reading = facts.current.get(`battery.load@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const retake = useRetake(reading);
  const hold = conditions.hold?.kind === 'load' && conditions.hold.position === point ? conditions.hold : null;
  const [overridden, setOverridden] = useState(false);
  const now = Date.now();
  const onDevice = useOnThisDevice(detail.file.readings, now);
  const cooling = overridden ? null : loadCoolDown(loadEnds(onDevice, point, conditions.hold), now);
  // Looked at only while something is waited for: nothing is drawn anew for it otherwise.
  useNow(500, cooling !== null || (hold !== null && hold.offMs !== null));
  const [wantsFeed, setWantsFeed] = useState(false);
  // A load that is on is listened to through a reload too.
  const feeding = hold?.listens ?? wantsFeed;
  const targetAmps = target?.amps ?? null;
  const heldSince = hold?.startedMs;
  // Each hold has its own: what was released before does not count against the next.
  const release = useMemo(
    () => (targetAmps === null || heldSince === undefined ? null : new LoadRelease(targetAmps)),
    [targetAmps, heldSince],
  );
  const counts = useMemo(() => release?.counts.bind(release), [release]);
  const feed = useFeed(visitId, 'battery.load', point, feeding && hold !== null && hold.offMs === null, counts);
  const words = useWords();
  return {
    recorder,
    /** Nominal volts of the battery by 12. */
    factor: batteryFactor(battery),
    limits: facts.limits,
    target,
    temperature,
    limit,
    /** Which temperature the limit is for, in words. */
    where:
      temperature.celsius === null
        ? 'no temperature'
        : words(`${temperature.from === 'air' ? 'air' : 'battery'} at ${celsiusText(temperature.celsius)}`),
    reading: reading?.step === 'battery.load' ? reading : undefined,
    retake,
    hold,
    now,
    caught: hold?.caught ?? null,
    feed: feeding ? feed : null,
    cooling,
    listen: () => setWantsFeed((before) => !before),
    start: (): void => {
      const startedMs = Date.now();
      const ends = loadEnds(onDevice, point, conditions.hold);
      const restSeconds = loadRestSeconds([...ends, startedMs + HOLD_SECONDS * 1000]);
      const held = { unitId, position: point, startedMs, offMs: null, listens: wantsFeed, restSeconds };
      change({ hold: { kind: 'load', ...held } });
    },
    /** The load is off; the instruments saw it go before the hand came to the key. */
    off: (offMs: number): void => {
      if (hold === null) return;
      const ended = { ...hold, ...caughtOf(feed) };
      callOff({ visitId, unitId, hold: ended, path: '' }, Math.min(offMs, release?.releasedMs ?? offMs));
    },
    throwAway: () => change({ hold: null }),
    saved: (): void => {
      change({ hold: null });
      retake.done();
    },
    goOnWarm: (reason: string) =>
      void recorder
        .event({ kind: 'wait-skipped', wait: 'pile and battery cool', reason })
        .then(() => setOverridden(true)),
  };
};
export type LoadTest = ReturnType<typeof useLoadTest>;
