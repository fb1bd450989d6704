import {
  afterRepair,
  debrief,
  figure,
  scoreOf,
  type BenchControls,
  type BenchFrame,
  type BatteryTool,
  type Debrief,
  type NamedFault,
  type partsOf,
  type Score,
} from '@vaktman/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toolName } from './BatteryTools';
import { placeName, type Exercise } from './benchExercise';
import { useBenchNotes } from './benchNotes';
import type { Lead } from './PlaceLeads';
import { useBench } from './useBench';
import { useBenchSpent } from './useBenchSpent';

/** Minutes a hand needs for what takes a moment here. */
const MOVE_LEAD_MINUTES = 0.5;
const MOVE_PILE_MINUTES = 2;
const CUT_OFF_MINUTES = 3;
const TOOL_MINUTES = 2;

/** What is on the meter and the clamp, and where they lie, as one notes it. */
const noteOf = ({ meterVolts, clampAmps, state }: BenchFrame, { red, black, clamp }: BenchControls): string =>
  [
    meterVolts === null ? '' : `${figure(meterVolts, 3)} V, RED ${placeName(red)}, BLACK ${placeName(black)}`,
    clampAmps === null ? '' : `${figure(clampAmps, 1)} A at ${placeName(clamp)}`,
    state,
  ]
    .filter((text) => text !== '')
    .join('; ');

const withoutFault = (named: readonly NamedFault[], { kind, at }: NamedFault): readonly NamedFault[] =>
  named.filter((own) => own.kind !== kind || own.at !== at);

/** One go at an exercise: the machine, what is noted, spent and named, and how it was scored. */
export const useBenchRun = (exercise: Exercise, kept: string) => {
  const { frame, held, clearHeld, controls, change, wait, repair, worker, problem } = useBench(exercise);
  const [lead, setLead] = useState<Lead>('red');
  const [done, changeDone] = useBenchNotes(kept);
  const { notes, named, needless } = done;
  const minutes = useBenchSpent(frame, done, changeDone);
  const faults = done.faults ?? exercise.faults;
  const setNotes = useCallback(
    (add: (before: readonly string[]) => readonly string[]): void =>
      changeDone((before) => ({ ...before, notes: add(before.notes) })),
    [changeDone],
  );
  const [score, setScore] = useState<Score | null>(null);
  const [told, setTold] = useState<Debrief | null>(null);
  const repairedBefore = useRef(done.faults);
  useEffect(() => {
    // After a reload the machine stands as it was made: what was repaired in it is repaired again.
    if (worker !== null && repairedBefore.current !== null) repair(repairedBefore.current);
  }, [worker, repair]);
  const spend = useCallback(
    (cost: number) => changeDone((before) => ({ ...before, minutes: before.minutes + cost })),
    [changeDone],
  );

  const place = useCallback(
    (which: Lead, at: string): void => {
      change({ [which]: at });
      spend(MOVE_LEAD_MINUTES);
      if (which !== 'clamp') setLead(which === 'red' ? 'black' : 'red');
    },
    [change, spend],
  );
  const latest = useRef(frame);
  latest.current = frame;
  const ranMinutes = useRef(minutes);
  ranMinutes.current = minutes;
  // New only where something was done, so that what a hand presses is not drawn anew at every step of the machine.
  const hands = useMemo(
    () => ({
      note: (): void => {
        const read = latest.current;
        if (read !== null) setNotes((before) => [...before, noteOf(read, controls)]);
      },
      finish: (): void => {
        setScore(
          scoreOf({
            faults: exercise.faults,
            named,
            minutes: ranMinutes.current,
            parMinutes: exercise.parMinutes,
            needless,
            dangers: done.dangers,
          }),
        );
        const looked = worker === null ? Promise.resolve(debrief(exercise)) : worker.debrief(exercise);
        // What the thread cannot tell any more is computed here.
        void looked.catch(() => debrief(exercise)).then(setTold);
      },
      name: (fault: NamedFault) =>
        changeDone((before) => ({ ...before, named: [...withoutFault(before.named, fault), fault] })),
      takeBack: (fault: NamedFault) =>
        changeDone((before) => ({ ...before, named: withoutFault(before.named, fault) })),
      waitTenMinutes: (): void => {
        // The machine's own seconds pass: they count.
        wait(600);
      },
      useTool: (tool: BatteryTool, position: string): void => {
        spend(TOOL_MINUTES);
        void worker?.tool(tool, position).then((shown) => {
          const words = shown ?? 'cannot be used here, its caps do not open';
          setNotes((before) => [...before, `${toolName(tool)}, battery ${position}: ${words}`]);
        });
      },
      mend: (chosen: ReturnType<typeof partsOf>[number]): void => {
        const repaired = afterRepair(faults, chosen.part);
        repair(repaired.faults);
        changeDone((before) => ({
          ...before,
          minutes: before.minutes + chosen.minutes,
          faults: repaired.faults,
          needless: repaired.needless ? [...before.needless, chosen.words] : before.needless,
          notes: [...before.notes, `${chosen.words}: done`],
        }));
      },
      setControls: (given: Partial<BenchControls>): void => {
        if ('pileAt' in given) spend(MOVE_PILE_MINUTES);
        if ('isolated' in given) spend(CUT_OFF_MINUTES);
        change(given);
      },
    }),
    [
      exercise,
      worker,
      controls,
      faults,
      done.dangers,
      named,
      needless,
      change,
      changeDone,
      repair,
      setNotes,
      spend,
      wait,
    ],
  );
  return {
    frame,
    held,
    clearHeld,
    controls,
    lead,
    setLead,
    place,
    notes,
    named,
    score,
    told,
    hands,
    minutes,
    hadDanger: done.dangers.length > 0,
    problem,
    setMeter: (meter: BenchControls['meter']) => change({ meter }),
    zeroClamp: () => void worker?.zeroClamp(),
  };
};
export type BenchHands = ReturnType<typeof useBenchRun>['hands'];
