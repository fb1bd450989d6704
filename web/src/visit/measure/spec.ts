import type { Caution, Leads, Reading } from '@vaktman/core';
import type { EntryField, EntryValues } from '../../control/keypadEntry';

type Measured = Exclude<
  Reading,
  | { step: Exclude<Extract<Reading['step'], `look.${string}`>, 'look.fuse'> }
  | {
      step:
        | 'battery.openCircuit'
        | 'battery.load'
        | 'battery.hydrometer'
        | 'battery.drain'
        | 'battery.drainCircuit'
        | 'run.volts'
        | 'start.trace'
        | 'start.walk';
    }
>;
export type MeasureStepName = Measured['step'];
export type NewMeasured = Measured extends infer R ? (R extends Measured ? Omit<R, 'id' | 'at'> : never) : never;

/** Some words to choose one of, beside the numbers. */
interface SpecChoice {
  readonly key: string;
  readonly label: string;
  readonly options: readonly (readonly [value: string, words: string])[];
  readonly initial: string;
}

/** How one measurement is taken: what to do, where the leads go, what to type. */
export interface MeasureSpec {
  readonly title: string;
  readonly how: readonly string[];
  /** Leads by the words chosen: with the pile, or while cranking. */
  readonly leads: (choices: Readonly<Record<string, string>>) => Leads;
  /** How one person alone does what wants two. */
  readonly alone: string | null;
  readonly caution: Caution;
  readonly fields: (choices: Readonly<Record<string, string>>) => readonly EntryField[];
  readonly choices: readonly SpecChoice[];
  /** Minutes at idle before the reading means anything. */
  readonly idleMinutes: number | null;
  /** True when the reading is taken while the starter turns. */
  readonly cranks: (choices: Readonly<Record<string, string>>) => boolean;
  readonly build: (values: EntryValues, choices: Readonly<Record<string, string>>) => NewMeasured;
}

export const ALONE =
  'One cranks, one reads. Alone: a remote starter switch, or minimum and maximum hold on the meter, key in reach.';

export const never = (): boolean => false;
export const always = (): boolean => true;

export const voltsField = (usual: readonly [number, number], label = 'Volts', signed = true): EntryField => ({
  key: 'volts',
  label,
  unit: 'V',
  signed,
  min: -40,
  max: 40,
  usual,
});
export const ampsField = (label: string, usual: readonly [number, number], optional = false): EntryField => ({
  key: 'amps',
  label,
  unit: 'A',
  min: -3000,
  max: 3000,
  usual,
  optional,
});
export const rpmField: EntryField = {
  key: 'rpm',
  label: 'Engine speed',
  unit: 'rpm',
  min: 0,
  max: 10000,
  usual: [500, 2600],
};
