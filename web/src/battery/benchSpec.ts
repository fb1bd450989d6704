import {
  batteriesInOrder,
  batteryFactor,
  BENCH_POSITION,
  benchUnit,
  loadTarget,
  present,
  type BatteryThing,
  type BenchStep,
  type Reading,
} from '@vaktman/core';
import type { EntryField, EntryValues } from '../control/keypadEntry';
import { measureSpec } from '../visit/measure/measureSpec';
import { voltsField, type MeasureSpec } from '../visit/measure/spec';

/** Tests that can be typed in at the bench; cells are read with the hydrometer in a visit. */
export const TYPED_AT_BENCH = [
  'battery.openCircuit',
  'battery.tester',
  'battery.conductance',
  'battery.milliohm',
  'battery.fixedLoad',
  'battery.load',
  'battery.caseLeak',
] as const satisfies readonly BenchStep[];
export type TypedAtBench = (typeof TYPED_AT_BENCH)[number];

type NewReading = Reading extends infer R ? (R extends Reading ? Omit<R, 'id' | 'at'> : never) : never;
/** How a battery is tested by itself on the bench. */
export interface BenchSpec extends Pick<MeasureSpec, 'how' | 'choices'> {
  /** What is to be held meanwhile; null where nothing is. */
  readonly aim: string | null;
  readonly fields: (choices: Readonly<Record<string, string>>) => readonly EntryField[];
  readonly build: (values: EntryValues, choices: Readonly<Record<string, string>>) => NewReading;
}

const celsius: EntryField = { key: 'batteryC', label: 'Battery', unit: '°C', signed: true, min: -60, max: 90 };
const point = BENCH_POSITION;
const withCelsius = (values: EntryValues) => (values['batteryC'] == null ? {} : { batteryC: values['batteryC'] });

/** What a test on the bench asks for; of 6 V batteries each by itself. */
export const benchSpec = (battery: BatteryThing, step: TypedAtBench): BenchSpec => {
  const unit = benchUnit(battery);
  const own = present(batteriesInOrder(unit.bank)[0]);
  const factor = batteryFactor(own);
  switch (step) {
    case 'battery.openCircuit':
      return {
        aim: null,
        how: ['After charging: lamps or a pile for a moment, two minutes of rest, then read. Or four hours of rest.'],
        choices: [
          {
            key: 'stripped',
            label: 'Surface charge',
            options: [
              ['yes', 'taken off'],
              ['no', 'not taken off'],
            ],
            initial: 'yes',
          },
        ],
        fields: () => [voltsField([10 * factor, 13.2 * factor], 'Volts', false)],
        build: (values, { stripped }) => ({
          step,
          point,
          volts: values['volts'] ?? 0,
          surfaceChargeStripped: stripped === 'yes',
        }),
      };
    case 'battery.load': {
      const target = loadTarget(own);
      const hold =
        target === null
          ? 'Half the rated cold-cranking amps; the rating of this one is not on record.'
          : `Hold ${Math.round(target.amps)} to ${Math.round(target.bandTopAmps)} A, half of ${Math.round(2 * target.amps)}${target.estimated ? ', estimated' : ''}.`;
      return {
        aim: `${hold} For 15 s.`,
        how: ['Face shield down. Pile at zero before a clamp goes on or comes off.'],
        choices: [],
        fields: () => [
          { ...voltsField([5 * factor, 12.6 * factor], 'Lowest volts'), key: 'lowestVolts' },
          {
            key: 'amps',
            label: 'Amps held',
            unit: 'A',
            min: 0,
            max: 3000,
            usual: target === null ? [100, 700] : [0.6 * target.amps, 1.4 * target.amps],
          },
          { key: 'seconds', label: 'Seconds held', unit: 's', initial: '15', min: 0.1, max: 120, usual: [10, 20] },
          celsius,
        ],
        build: (values) => ({
          step,
          point,
          lowestVolts: values['lowestVolts'] ?? 0,
          amps: values['amps'] ?? 0,
          seconds: values['seconds'] ?? 0,
          ...withCelsius(values),
        }),
      };
    }
    default: {
      const { how, choices, fields, build } = measureSpec(unit, step, point);
      return { aim: null, how, choices, fields, build: (values, chosen) => build(values, chosen) as NewReading };
    }
  }
};
