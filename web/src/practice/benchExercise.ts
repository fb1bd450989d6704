import { alternatorOfCable, exerciseAt, pointName, type DebriefInput } from '@vaktman/core';
import { useMemo } from 'react';
import { useAppSelector } from '../store';

/** What is hidden on the bench, with its story and the minutes an experienced hand needs. */
export interface Exercise extends DebriefInput {
  readonly title: string;
  readonly story: string;
  readonly parMinutes: number;
}

/** The exercise of that name, or the machine made up for free play; null when there is none. */
export const useExercise = (exerciseId: string): Exercise | null => {
  const free = useAppSelector((state) => state.practice.free);
  return useMemo((): Exercise | null => {
    if (exerciseId === 'free')
      return free === null
        ? null
        : {
            ...free,
            title: 'Free play',
            story: `Any unit, any fault: ${free.unit.id}, ${free.unit.description}.`,
            parMinutes: 60,
          };
    const known = exerciseAt(exerciseId);
    return known === undefined ? null : { ...known, parMinutes: known.minutes };
  }, [exerciseId, free]);
};

const STRETCH_NAMES: Readonly<Record<string, string>> = {
  'starter.positive': 'positive cable',
  'charge.positive': 'charge cable',
};
/** A place for a lead in plain words. */
export const placeName = (at: string | null): string => {
  if (at === null) return 'nowhere';
  const alternator = alternatorOfCable(at);
  return alternator === null ? (STRETCH_NAMES[at] ?? pointName(at)) : `charge cable of ${alternator}`;
};
