import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unit12, unit24, visitWith, type Written } from '../../test/visitFixture';
import { judge, PROFILE_NAMES } from '../index';

/** A figure that lies at a border, or so near that it is written like it. */
const at = (...borders: readonly number[]): fc.Arbitrary<number> =>
  fc
    .tuple(fc.constantFrom(...borders), fc.constantFrom(0, 0.0004, -0.0004, 0.004, -0.004, 0.0049, -0.0049, 0.02, -0.3))
    .map(([border, off]) => Number((border + off).toFixed(4)));
const position = fc.constantFrom('A', 'B');
const side = fc.constantFrom('positive', 'negative');
const step = (name: Written['step'], fields: Record<string, fc.Arbitrary<unknown>>): fc.Arbitrary<Written> =>
  fc.record({ step: fc.constant(name), ...fields }) as unknown as fc.Arbitrary<Written>;
const only = <Value>(value: Value): fc.Arbitrary<Value> => fc.constant(value);

const reading = fc.oneof(
  step('battery.openCircuit', {
    point: position,
    volts: at(10.5, 11.4, 12.4, 12.6, 12.8),
    surfaceChargeStripped: fc.boolean(),
    restedHours: fc.constantFrom(0, 5, 24),
  }),
  step('battery.load', {
    point: position,
    lowestVolts: at(9.6, 9.9, 9.15, 9.0),
    amps: fc.constantFrom(414, 440, 460, 480, 520),
    seconds: fc.constantFrom(13, 15, 18),
    batteryC: fc.constantFrom(21.1, 0.3, -4),
  }),
  step('battery.conductance', {
    point: only('A'),
    measured: at(736, 644),
    standard: only('SAE'),
    setTo: only('flooded'),
  }),
  step('battery.milliohm', { point: only('A'), milliohms: at(7, 6), firstMilliohms: fc.constantFrom(4, 4.6667) }),
  step('battery.caseLeak', { point: only('A'), volts: at(0.5) }),
  step('battery.drain', { point: only('bank'), amps: at(0.05, 0.5), minutesParked: at(30, 60) }),
  step('start.crankVolts', { point: fc.constantFrom('bank', 'starter'), volts: at(8, 9.6, 16) }),
  step('start.drop', { point: side, volts: at(0.25, 0.5, 0.4), amps: fc.constantFrom(400, 500), by: only('pile') }),
  step('start.joint', { point: fc.constantFrom('A+', 'B-'), volts: at(0.2, 0.1), during: only('crank') }),
  step('start.solenoid', { point: only('starter'), volts: at(0.5) }),
  step('charge.volts', { point: fc.constantFrom('bank', 'ALT1'), volts: at(13.8, 15, 15.2), rpm: at(1200, 1500) }),
  step('charge.drop', { point: side, volts: at(0.25, 0.5), amps: fc.constantFrom(100, 160), by: only('loads') }),
  step('charge.recharge', {
    point: only('bank'),
    amps: at(10, 20),
    minutes: at(11),
    loads: only('off'),
    volts: at(14),
  }),
);

const FIGURE = '(−?\\d+(?:\\.\\d+)?) ?(V|A|%|mΩ)';
const COMPARED = new RegExp(`${FIGURE}[^.;:]*? (not )?(under|over|above) (?:the )?${FIGURE}`, 'g');
const number = (text: string | undefined): number => Number(text?.replace('−', '-'));
/** Comparisons in a sentence that its own figures belie. */
const untrue = (sentence: string): readonly string[] =>
  [...sentence.matchAll(COMPARED)].flatMap(([words, value, unit, not, how, border, of]) => {
    const is = how === 'under' ? number(value) < number(border) : number(value) > number(border);
    return unit !== of || is === (not === undefined) ? [] : [words];
  });

describe('every sentence that compares two figures', () => {
  it('is true as it is written', () =>
    fc.assert(
      fc.property(
        fc.array(reading, { minLength: 1, maxLength: 8 }),
        fc.constantFrom(unit12(), unit24()),
        fc.constantFrom(...PROFILE_NAMES),
        (readings, unit, profile) => {
          const { steps, findings } = judge(visitWith(readings, { unit, method: { profile } }));
          const said = [...steps, ...findings].map(({ because }) => because);
          expect(said.flatMap(untrue)).toEqual([]);
        },
      ),
      { numRuns: 1500 },
    ));
});
