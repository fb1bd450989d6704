import { DANGERS, faultSchema, type Danger, type Fault, type NamedFault } from '@vaktman/core';
import { useEffect, useState } from 'react';
import * as z from 'zod';
import { keep, loadKept } from '../device/kept';

/** What a trainee has done at an exercise so far; a reload does not take it away. */
export interface BenchNotes {
  readonly minutes: number;
  /** How long the machine has run, seconds. */
  readonly ranSeconds: number;
  /** What was done that hurts somebody, or a machine. */
  readonly dangers: readonly Danger[];
  readonly notes: readonly string[];
  readonly named: readonly NamedFault[];
  readonly needless: readonly string[];
  /** Faults that are still in the machine after repairs; null before the first repair. */
  readonly faults: readonly Fault[] | null;
}

const empty = () => ({ minutes: 0, ranSeconds: 0, dangers: [], notes: [], named: [], needless: [], faults: null });
const notesSchema = z.object({
  minutes: z.number(),
  ranSeconds: z.number().default(0),
  dangers: z.array(z.enum(DANGERS)).default([]),
  notes: z.array(z.string()),
  named: z.array(z.custom<NamedFault>((value) => typeof value === 'object' && value !== null && 'kind' in value)),
  needless: z.array(z.string()),
  faults: z.array(z.custom<Fault>((value) => faultSchema.safeParse(value).success)).nullable(),
});

/** Notes of one exercise, kept for this tab until it is begun again. */
export const useBenchNotes = (key: string): [BenchNotes, (change: (before: BenchNotes) => BenchNotes) => void] => {
  const [notes, setNotes] = useState<BenchNotes>(() => loadKept(sessionStorage, key, notesSchema, empty()));
  useEffect(() => {
    keep(sessionStorage, key, notes);
  }, [key, notes]);
  return [notes, setNotes];
};

export const forgetBenchNotes = (key: string): void => void keep(sessionStorage, key, empty());
