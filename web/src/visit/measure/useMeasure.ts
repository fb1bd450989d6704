import { idleCounts, type Reading } from '@vaktman/core';
import { useState } from 'react';
import { clocksUsed } from '../../clock/clockSlice';
import { useOnThisDevice } from '../../clock/deviceTime';
import { forgetEntry } from '../../control/keptEntry';
import type { EntryField, EntryValues } from '../../control/keypadEntry';
import { useFeed } from '../../feed/useFeed';
import { asMillivolts, inAmps, readsClamp } from '../../instrument/clampEntry';
import { useClampScale } from '../../instrument/useInstruments';
import { useAppDispatch, useAppSelector } from '../../store';
import { placePath } from '../nextPlace';
import type { StepProps } from '../stepProps';
import { useCrankCooling } from '../useCrankCooling';
import { useRetake } from '../useRetake';
import { useConditions, useEntryName, useRecorder } from '../useVisit';
import { fedValues } from './fedValues';
import { measureSpec } from './measureSpec';
import type { MeasureStepName } from './spec';
import { useFirstMilliohms } from './useFirstMilliohms';
import { useKeptChoices } from './useKeptChoices';

/** One measurement: what it asks for, how it is read, and what keeps it. */
export const useMeasure = ({ detail, judged, point, step }: StepProps & { step: MeasureStepName }) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const dispatch = useAppDispatch();
  const [conditions, change] = useConditions(
    detail,
    unit.bank.batteries.some(({ position }) => position === point) ? point : null,
  );
  const first = useFirstMilliohms(detail.file, step, point);
  const spec = measureSpec(unit, step, point, conditions.batteryC?.celsius ?? null, first);
  const keptAs = useEntryName(detail, step, point);
  const [choices, setChoices] = useKeptChoices(spec.choices, `${keptAs}.choices`);
  const [moves, setMoves] = useState(false);
  const [overridden, setOverridden] = useState(false);
  const [feeding, setFeeding] = useState(false);
  const [preset, setPreset] = useState<Readonly<Record<string, string>>>({});
  const feed = useFeed(visitId, step, point, feeding);
  const reading: Reading | undefined = judged.outcomes.facts.current.get(`${step}@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const retake = useRetake(reading);
  const cranks = spec.cranks(choices);
  const cooling = useCrankCooling(detail.file.readings, cranks && !overridden);
  const onDevice = useOnThisDevice(detail.file.readings, Date.now());
  const idleClock = useAppSelector((state) => state.clocks.find(({ id }) => id === `idle:${visitId}`));
  const { repairs } = detail.file;
  const idling =
    idleClock !== undefined && idleCounts({ readings: onDevice, repairs }, idleClock.startedMs) ? idleClock : undefined;
  // A clock that counts the minutes at idle is better than a guess at them.
  const counted = spec.idleMinutes !== null && idling !== undefined;
  const path = placePath(visitId, { step, point });
  const clampScale = useClampScale();
  const inUnits: readonly EntryField[] = spec
    .fields(choices)
    .filter(({ key }) => !counted || key !== 'minutes')
    .map((field) => (preset[field.key] === undefined ? field : { ...field, initial: preset[field.key] }));
  const scale = readsClamp(inUnits) ? clampScale : null;
  const fields = scale === null ? inUnits : asMillivolts(inUnits, scale);
  return {
    recorder,
    spec,
    path,
    reading,
    retake,
    leads: spec.leads(choices),
    choices,
    choose: (key: string, value: string) => setChoices({ ...choices, [key]: value }),
    moves,
    setMoves,
    fields,
    readsAmps: readsClamp(inUnits),
    /** Another entry begins when this changes; what is typed in it is kept under this name. */
    entryKey: `${keptAs} ${cranks} ${String(scale)} ${String(retake.again)} ${JSON.stringify(preset)}`,
    /** An engine that stood since idles anew. */
    idlesAnew: idleClock !== undefined && idling === undefined,
    feed: feeding ? feed : null,
    listen: () => setFeeding(true),
    listenNoMore: () => setFeeding(false),
    takeFed: () => setPreset(fedValues(feed, inUnits)),
    cooling,
    goOnWarm: (reason: string) =>
      void recorder.event({ kind: 'wait-skipped', wait: 'starter cools', reason }).then(() => setOverridden(true)),
    cranks,
    isCranking: conditions.hold?.kind === 'crank',
    startCrank: () =>
      change({
        hold: { kind: 'crank', unitId: unit.id, position: `${step}/${point}`, startedMs: Date.now(), offMs: null },
      }),
    endCrank: () => change({ hold: null }),
    save: (typed: EntryValues) => {
      const values = scale === null ? typed : inAmps(typed, inUnits, scale);
      return recorder
        .reading({
          ...spec.build(
            counted ? { ...values, minutes: Math.floor((Date.now() - idling.startedMs) / 60_000) } : values,
            choices,
          ),
          ...(moves ? { unsteady: true } : {}),
          ...retake.corrects,
        })
        .then(() => {
          forgetEntry(`${keptAs}.choices`);
          setPreset({});
          setFeeding(false);
          retake.done();
          setMoves(false);
          setOverridden(false);
          // A clock that was waited for is done with once what it was for is read.
          if (spec.idleMinutes === null) dispatch(clocksUsed({ path }));
        });
    },
  };
};
