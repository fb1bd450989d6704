import {
  CATALOGUE,
  hasPoint,
  judge,
  readingProblems,
  readingSchema,
  stepEntry,
  type Reading,
  type Unit,
} from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { twoAlternators, unitOf } from '../../../test/units';
import { isMeasureStep, measureSpec } from './measureSpec';
import type { MeasureSpec } from './spec';

const MEASURED = CATALOGUE.map(({ step }) => step).filter(isMeasureStep);
const UNITS: readonly (readonly [name: string, unit: Unit])[] = [
  ['12 V, four in parallel', unitOf('1S4P')],
  ['24 V, two strings', unitOf('2S2P')],
  ['12 V, two alternators', twoAlternators(unitOf('1S2P'))],
];

/** Every way the choices of a sheet can stand. */
const waysOf = ({ choices }: MeasureSpec): Record<string, string>[] =>
  choices.reduce<Record<string, string>[]>(
    (ways, { key, options }) => ways.flatMap((way) => options.map(([value]) => ({ ...way, [key]: value }))),
    [{}],
  );

/** A number each field takes without asking: the middle of what is usual. */
const typedIn = (spec: MeasureSpec, choices: Record<string, string>): Record<string, number> =>
  Object.fromEntries(
    spec.fields(choices).map(({ key, usual, min, max }) => {
      const [low, high] = usual ?? [min, max];
      return [key, Number(((low + high) / 2).toFixed(2))];
    }),
  );

const built = (spec: MeasureSpec, choices: Record<string, string>): Reading =>
  readingSchema.parse({
    ...spec.build(typedIn(spec, choices), choices),
    id: '018f0000-0000-7000-8000-000000000001',
    at: '2026-11-24T09:10:00+01:00',
  });

describe.each(UNITS)('the measuring sheets of a unit of %s', (_name, unit) => {
  const sheets = MEASURED.flatMap((step) =>
    stepEntry(step)
      .points(unit)
      .map((point) => [step, point] as const),
  );
  it('there is one for every test that has no screen of its own', () => {
    expect(sheets.length).toBeGreaterThan(25);
    expect(new Set(sheets.map(([step]) => step)).size).toBeGreaterThan(20);
  });
  it.each(sheets)('%s at %s build a reading the record takes, whatever is chosen', (step, point) => {
    const spec = measureSpec(unit, step, point, -4);
    for (const choices of waysOf(spec)) {
      const reading = built(spec, choices);
      expect(reading.step).toBe(step);
      expect(reading.point).toBe(point);
      expect(readingProblems(reading, unit)).toEqual([]);
      const judgement = judge({
        unit,
        method: { profile: 'pile' },
        visit: { at: '2026-11-24T09:00:00+01:00', reason: 'pm', ambientC: -4 },
        readings: [reading],
      });
      expect(judgement.disposition).toBeTypeOf('string');
    }
  });
  it.each(sheets)('%s at %s ask for numbers with a unit, a range, and what is usual within it', (step, point) => {
    const spec = measureSpec(unit, step, point, null);
    for (const choices of waysOf(spec)) {
      const fields = spec.fields(choices);
      expect(fields.length).toBeGreaterThan(0);
      expect(new Set(fields.map(({ key }) => key)).size).toBe(fields.length);
      for (const field of fields) {
        expect(field.label).not.toBe('');
        expect(field.min).toBeLessThan(field.max);
        if (field.usual === undefined) continue;
        expect(field.usual[0]).toBeLessThan(field.usual[1]);
        expect(field.usual[0]).toBeGreaterThanOrEqual(field.min);
        expect(field.usual[1]).toBeLessThanOrEqual(field.max);
        // A minus sign is offered where one may be typed in earnest.
        if (field.usual[0] < 0) expect(field.signed, `${step} ${field.key}`).toBe(true);
      }
    }
  });
  it.each(sheets)('%s at %s say what to do in plain words, and begin with a choice that is offered', (step, point) => {
    const spec = measureSpec(unit, step, point, null);
    const words = [spec.title, ...spec.how, ...(spec.alone === null ? [] : [spec.alone])];
    for (const text of words) {
      expect(text).not.toMatch(/undefined|null|NaN|\[object/);
      // No name of a field or a code among the words.
      expect(text).not.toMatch(/\b[a-z]+[A-Z][a-z]+\b(?<!mV|kHz)/);
    }
    for (const { options, initial, label } of spec.choices) {
      expect(label).not.toBe('');
      expect(options.map(([value]) => value)).toContain(initial);
    }
  });
  it.each(sheets)('%s at %s put their leads on points of this unit', (step, point) => {
    const spec = measureSpec(unit, step, point, null);
    for (const choices of waysOf(spec)) {
      const { red, black, clamp, pile } = spec.leads(choices);
      const all = [red, black, clamp, pile];
      if (step !== 'look.fuse')
        expect(
          all.some((lead) => lead !== null),
          step,
        ).toBe(true);
      for (const probe of [red, black]) if (probe !== null) expect(probe.touch).not.toBe('');
      if (red !== null && black !== null) expect(`${red.at} ${red.touch}`).not.toBe(`${black.at} ${black.touch}`);
    }
  });
});

describe('steps with a screen of their own', () => {
  it.each([
    'battery.openCircuit',
    'battery.load',
    'battery.hydrometer',
    'run.volts',
    'battery.drain',
    'start.walk',
  ] as const)('%s has no measuring sheet', (step) => expect(isMeasureStep(step)).toBe(false));
  it('every test can be taken somewhere: on a sheet, on its own screen, or in the look', () => {
    const unit = unitOf('1S4P');
    for (const { step, points, takes } of CATALOGUE)
      expect(points(unit).length > 0 || takes !== undefined || !hasPoint(step, unit, 'x'), step).toBe(true);
  });
});
