import { describe, expect, it } from 'vitest';
import { BANKS, unitOf } from '../../test/machineFixture';
import { soundVisit, unit12, unit24, visitWith } from '../../test/visitFixture';
import {
  CATALOGUE,
  hasPoint,
  leadsFor,
  mainValue,
  parseVisit,
  pointName,
  readingText,
  stepTitle,
  type Unit,
} from '../index';

const MACHINES: readonly (readonly [string, Unit])[] = [
  ...BANKS.map((arrangement) => [arrangement, unitOf(arrangement)] as const),
  [
    'two alternators, regulator outside, starter grounded by the block',
    {
      ...unit12(),
      starter: { ratedVolts: 12, groundReturn: 'block', magneticSwitch: 'none' },
      alternators: ['ALT1', 'ALT2'].map((id) => ({
        id,
        ratedAmps: 100,
        ground: 'stud' as const,
        remoteSense: true,
        regulator: 'external' as const,
      })),
    },
  ],
  ['nothing known but its bank', { ...unit12(), starter: undefined, alternators: undefined }],
];
/** A name of ours that slipped into words for people. */
const IS_CODE = /\b[a-z]+[A-Z][a-z]|undefined|NaN|null/;

describe.each(MACHINES)('on a machine with %s', (_name, unit) => {
  it.each(CATALOGUE.map(({ step }) => step))(
    '%s has places once each, with words and leads that can be put on',
    (step) => {
      const record = CATALOGUE.find((own) => own.step === step)!;
      const points = record.points(unit);
      expect(new Set(points).size).toBe(points.length);
      for (const point of points) {
        expect(hasPoint(step, unit, point)).toBe(true);
        expect(`${stepTitle(step)}, ${pointName(point)}`).not.toMatch(IS_CODE);
        for (const way of ['pile', 'crank'] as const) {
          const { red, black, clamp, pile } = leadsFor(unit, step, point, way);
          for (const probe of [red, black]) if (probe !== null) expect(probe.at).not.toBe('');
          // Either both probes are on, or neither is.
          expect(red === null).toBe(black === null);
          for (const words of [red?.touch, black?.touch, clamp?.words, pile?.words])
            if (words !== undefined) expect(words).not.toMatch(IS_CODE);
        }
      }
      expect(hasPoint(step, unit, 'nowhere')).toBe(false);
    },
  );
});

describe('a reading in words', () => {
  it.each([
    ['12 V', unit12()],
    ['24 V', unit24()],
  ] as const)('carries its figures with units, on a machine of %s', (_name, unit) => {
    for (const reading of visitWith(soundVisit(unit), { unit }).readings) {
      const words = readingText(reading);
      expect(words, reading.step).not.toBe('');
      expect(words, reading.step).not.toMatch(IS_CODE);
      const main = mainValue(reading);
      if (main !== null) expect(words, reading.step).toContain(main.unit);
    }
  });
});

describe('a reading at a place the machine has not', () => {
  it.each([
    ['battery.openCircuit', 'E', { volts: 12.7 }],
    ['battery.openCircuit', 'bank', { volts: 12.7 }],
    ['start.drop', 'left', { volts: 0.1, by: 'crank' }],
    ['start.link', 'B-A', { volts: 0.1, during: 'crank' }],
    ['charge.output', 'ALT2', { peakAmps: 100, governedSpeed: true }],
    ['charge.drop', 'positive:ALT1', { volts: 0.1, amps: 160 }],
    ['charge.recharge', 'set:3', { amps: 3, minutes: 10, loads: 'off' }],
    ['look.joint', 'G+', { condition: 'clean' }],
    ['run.volts', 'starterPositive:isolator.in', { volts: 0.1, during: 'crank' }],
  ] as const)('%s at %s is named as such, and nothing of the file is taken', (step, point, more) => {
    const parsed = parseVisit(visitWith([{ step, point, ...more }]));
    expect(parsed).toMatchObject({ ok: false, problems: [{ path: 'readings[0].point' }] });
    expect(parsed.ok ? '' : parsed.problems[0]?.message).toContain(point);
  });
});
