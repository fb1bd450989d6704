import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { soundVisit, unit24, visitWith } from '../../test/visitFixture';
import {
  CATALOGUE,
  CHEMISTRIES,
  judge,
  judgementSchema,
  parseVisit,
  parseVisitText,
  PROFILE_NAMES,
  visitText,
  type Reading,
  type VisitFile,
} from '../index';

const FIXTURES = join(import.meta.dirname, '../../fixtures/visits');

/** What a fixture's expectation may name; only what it names is compared. A list in place of one text means any of them. */
interface Expectation {
  title: string;
  steps?: Record<
    string,
    {
      verdict?: string | string[];
      limit?: number;
      margin?: number;
      limitKind?: string;
      limitUnit?: string;
      readings?: string[];
      earlier?: string[];
    }
  >;
  notPassed?: string[];
  findings?: {
    code: string | string[];
    subject?: string | string[];
    severity?: string | string[];
    evidence?: string[];
  }[];
  absentFindings?: string[];
  disposition?: string | string[];
  missing?: string[];
  next?: { step: string; point: string } | null;
  nextNot?: { step: string; point?: string } | { step: string; point?: string }[];
  figures?: Record<string, Record<string, number>>;
  error?: { paths: string[] };
}
const anyOf = (wanted: string | readonly string[] | undefined, found: string | undefined): boolean =>
  wanted === undefined || (found !== undefined && [wanted].flat().includes(found));

const names = readdirSync(FIXTURES)
  .filter((name) => name.endsWith('.visit.json'))
  .map((name) => name.replace('.visit.json', ''));
const expectation = (name: string) =>
  JSON.parse(readFileSync(join(FIXTURES, `${name}.expect.json`), 'utf8')) as Expectation;

describe('visits with a known judgement', () => {
  it.each(names.map((name) => [name, expectation(name)] as const))('%s', (name, wanted) => {
    const parsed = parseVisitText(readFileSync(join(FIXTURES, `${name}.visit.json`), 'utf8'));
    if (wanted.error !== undefined) {
      expect(parsed.ok).toBe(false);
      const paths = parsed.ok ? [] : parsed.problems.map(({ path }) => path);
      expect(paths).toEqual(expect.arrayContaining(wanted.error.paths));
      return;
    }
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
    const judgement = judge(parsed.value);
    const at = (key: string) => judgement.steps.find((entry) => `${entry.step}@${entry.point}` === key);
    for (const [key, step] of Object.entries(wanted.steps ?? {})) {
      const found = at(key);
      expect(anyOf(step.verdict, found?.verdict), `${key}: ${found?.verdict}, ${found?.because}`).toBe(true);
      if (step.limit !== undefined) expect(found?.limit?.value, key).toBeCloseTo(step.limit, 2);
      if (step.margin !== undefined) expect(found?.margin, key).toBeCloseTo(step.margin, 2);
      if (step.limitKind !== undefined) expect(found?.limit?.kind, key).toBe(step.limitKind);
      if (step.limitUnit !== undefined) expect(found?.limit?.unit, key).toBe(step.limitUnit);
      if (step.readings !== undefined) expect(found?.readings, key).toEqual(expect.arrayContaining(step.readings));
      if (step.earlier !== undefined) expect(found?.earlier.map(({ verdict }) => verdict)).toEqual(step.earlier);
    }
    for (const key of wanted.notPassed ?? []) expect(at(key)?.verdict, key).not.toBe('pass');
    const told = judgement.findings.map(({ code, subject, severity }) => `${code}@${subject} ${severity}`).join('; ');
    for (const finding of wanted.findings ?? [])
      expect(
        judgement.findings.some(
          ({ code, subject, severity, evidence }) =>
            anyOf(finding.code, code) &&
            anyOf(finding.subject, subject) &&
            anyOf(finding.severity, severity) &&
            (finding.evidence ?? []).every((id) => [...evidence.for, ...evidence.against].includes(id)),
        ),
        `${JSON.stringify(finding)} among ${told}`,
      ).toBe(true);
    for (const absent of wanted.absentFindings ?? [])
      expect(
        judgement.findings.map(({ code, subject }) => (absent.includes('@') ? `${code}@${subject}` : code)),
      ).not.toContain(absent);
    if (wanted.disposition !== undefined)
      expect(anyOf(wanted.disposition, judgement.disposition), judgement.disposition).toBe(true);
    for (const not of [wanted.nextNot ?? []].flat()) {
      const isStep = not.step.endsWith('*')
        ? judgement.next?.step.startsWith(not.step.slice(0, -1))
        : judgement.next?.step === not.step;
      expect(isStep === true && (not.point === undefined || not.point === judgement.next?.point)).toBe(false);
    }
    if (wanted.missing !== undefined)
      expect(judgement.missing.map(({ step, point }) => `${step}@${point}`).sort()).toEqual([...wanted.missing].sort());
    if (wanted.next !== undefined)
      expect(judgement.next).toEqual(wanted.next === null ? null : expect.objectContaining(wanted.next));
    for (const [position, figures] of Object.entries(wanted.figures ?? {}))
      for (const [key, value] of Object.entries(figures))
        expect(
          Math.abs((judgement.figures[position]?.[key as 'capabilityPercent'] ?? NaN) - value),
        ).toBeLessThanOrEqual(Math.max(0.01, 0.01 * value));
  });
});

describe('a file that is not as documented', () => {
  const problems = (change: (file: Record<string, never>) => void): string[] => {
    const file = JSON.parse(visitText(visitWith(soundVisit()))) as Record<string, never>;
    change(file);
    const parsed = parseVisit(file);
    return parsed.ok ? [] : parsed.problems.map(({ path, message }) => `${path}: ${message}`);
  };
  it.each<[string, (file: never) => void, string]>([
    [
      'an unknown key',
      (f: { unit: Record<string, unknown> }) => (f.unit['colour'] = 'red'),
      'unit.colour: unknown key; expected only documented keys',
    ],
    [
      'a missing key',
      (f: { visit: Record<string, unknown> }) => delete f.visit['technician'],
      'visit.technician: missing, expected a text',
    ],
    [
      'an unknown limit',
      (f: { method: Record<string, unknown> }) => (f.method['limits'] = { gateVolt: 12 }),
      'method.limits.gateVolt: unknown key',
    ],
    [
      'an unknown step',
      (f: { readings: { step: string }[] }) => (f.readings[0]!.step = 'look.fan'),
      'readings[0].step: ',
    ],
    [
      'a point the unit has not',
      (f: { readings: { point: string }[] }) => (f.readings.at(-1)!.point = 'set:7'),
      `readings[${soundVisit().length - 1}].point: expected one of bank, set:1, set:2, string:1`,
    ],
    [
      'an id used twice',
      (f: { readings: { id: string }[] }) => (f.readings[1]!.id = 'r1'),
      'readings[1].id: expected an id of its own',
    ],
    [
      'a time without offset',
      (f: { visit: { at: string } }) => (f.visit.at = '2026-11-20T08:10:00'),
      'visit.at: expected an ISO 8601 time with offset',
    ],
    [
      'too many volts',
      (f: { readings: { lowestVolts?: number }[] }) =>
        (f.readings.find((r) => r.lowestVolts !== undefined)!.lowestVolts = 96),
      'expected a number from -40 to 40 V, received 96',
    ],
    [
      'an arrangement of another size',
      (f: { unit: { bank: { arrangement: string } } }) => (f.unit.bank.arrangement = '1S3P'),
      'unit.bank.batteries: expected 3 batteries',
    ],
    [
      'batteries that do not give the system volts',
      (f: { unit: { systemVolts: number } }) => (f.unit.systemVolts = 24),
      'unit.systemVolts: 1 batteries of 12 V in series give 12 V',
    ],
    [
      'a position listed twice',
      (f: { unit: { bank: { batteries: { position: string }[] } } }) => (f.unit.bank.batteries[1]!.position = 'A'),
      'unit.bank.batteries[1].position: position A is listed twice',
    ],
  ] as never)('%s', (_name, change, expected) => expect(problems(change as never).join('\n')).toContain(expected));

  it('lists every problem, also between well-formed parts', () => {
    const found = problems((file) => {
      const f = file as unknown as { visit: { reason: string }; readings: { id: string; point: string }[] };
      f.visit.reason = 'boredom';
      f.readings[1]!.id = 'r1';
      f.readings[2]!.point = 'Z';
    });
    expect(found.map((line) => line.split(':')[0])).toEqual(['visit.reason', 'readings[1].id', 'readings[2].point']);
  });
  it('wants answers where the walk asks and volts where it measures', () => {
    const walk = (fields: object) => parseVisit(visitWith([{ step: 'start.walk', ...fields } as never]));
    expect(walk({ point: 'attempt', volts: 3 }).ok).toBe(false);
    expect(walk({ point: 'attempt', answer: 'clean' }).ok).toBe(false);
    expect(walk({ point: 'bankRest', answer: 'clean' }).ok).toBe(false);
    expect(walk({ point: 'attempt', answer: 'slow' }).ok).toBe(true);
  });
});

/** Readings of every step at points the unit has, with any values the format takes. */
const volts = fc.double({ min: -40, max: 40, noNaN: true });
const amps = fc.double({ min: -3000, max: 3000, noNaN: true });
const celsius = fc.double({ min: -60, max: 90, noNaN: true });
const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });
const rpm = fc.double({ min: 0, max: 3000, noNaN: true });
const FIELDS: Record<Reading['step'], Record<string, fc.Arbitrary<unknown>>> = {
  'look.belt': {
    condition: fc.constantFrom('sound', 'loose', 'worn', 'cracked', 'glazed', 'missing'),
    speed: maybe(fc.constantFrom('holds', 'slips')),
  },
  'look.alternator': {
    mount: fc.constantFrom('sound', 'loose'),
    wiring: fc.constantFrom('sound', 'damaged'),
    senseFuse: maybe(fc.constantFrom('sound', 'blown')),
  },
  'look.joint': {
    condition: fc.constantFrom('clean', 'corroded', 'loose', 'damaged', 'unseen'),
    deposit: maybe(fc.constantFrom('none', 'white', 'blue-green', 'oxide')),
  },
  'look.case': {
    condition: fc.constantFrom('sound', 'bulged', 'cracked', 'leaking', 'frozen', 'unseen'),
    also: maybe(fc.uniqueArray(fc.constantFrom('bulged', 'cracked', 'leaking', 'frozen'))),
    electrolyte: maybe(fc.constantFrom('covered', 'low', 'unseen')),
    fluid: maybe(fc.constantFrom('clear', 'dark', 'speckled', 'unseen')),
  },
  'look.headlamps': { running: fc.constantFrom('brighten', 'same', 'dim') },
  'look.eye': { shows: fc.constantFrom('charged', 'low', 'fluid-low', 'unseen') },
  'look.fuse': { supplyVolts: volts, loadVolts: volts },
  'battery.tester': {
    result: fc.constantFrom('good', 'good-recharge', 'charge-retest', 'replace', 'bad-cell'),
    clamps: fc.constantFrom('posts', 'clamps', 'remote'),
  },
  'start.trace': {
    restVolts: maybe(volts),
    inrushLowVolts: maybe(volts),
    bounces: maybe(fc.nat(9)),
    plateauVolts: volts,
    plateauAmps: maybe(amps),
    crankRpm: maybe(rpm),
    goodAmps: maybe(amps),
    chargeAmps: maybe(amps),
    cylinders: maybe(
      fc.array(
        fc.record({
          cylinder: fc.integer({ min: 1, max: 8 }),
          percent: fc.double({ min: 40, max: 100, noNaN: true }),
          spreadPercent: fc.constant(1),
        }),
        { maxLength: 8 },
      ),
    ),
  },
  'battery.milliohm': { milliohms: fc.double({ min: 0, max: 100, noNaN: true }) },
  'battery.fixedLoad': { volts, seconds: fc.double({ min: 0, max: 60, noNaN: true }), limitVolts: maybe(volts) },
  'battery.drain': { amps, minutesParked: fc.double({ min: 0, max: 600, noNaN: true }) },
  'battery.drainCircuit': { ampsBefore: amps, ampsAfter: amps },
  'start.link': { volts, during: fc.constantFrom('crank', 'pile'), amps: maybe(amps) },
  'start.switch': { volts },
  'run.volts': { volts, during: fc.constantFrom('crank', 'pile', 'charging', 'key-on'), amps: maybe(amps) },
  'charge.standing': { volts },
  'charge.idle': { volts, rpm, loads: fc.constantFrom('off', 'on') },
  'charge.fullField': { voltsBefore: volts, voltsAfter: volts, rpm },
  'charge.regulator': { voltsBefore: volts, voltsAfter: volts, rpm },
  'look.lamp': { keyOn: fc.constantFrom('lit', 'dark'), running: fc.constantFrom('lit', 'dark') },
  'battery.openCircuit': {
    volts,
    surfaceChargeStripped: maybe(fc.boolean()),
    restedHours: maybe(fc.double({ min: 0, max: 100, noNaN: true })),
    batteryC: maybe(celsius),
  },
  'battery.hydrometer': {
    cells: fc.array(fc.double({ min: 1, max: 1.4, noNaN: true }), { minLength: 6, maxLength: 6 }),
    electrolyteC: celsius,
  },
  'battery.caseLeak': { volts },
  'battery.conductance': {
    measured: fc.double({ min: 0, max: 2000, noNaN: true }),
    standard: fc.constantFrom('SAE', 'EN', 'DIN', 'IEC', 'CA'),
    setTo: fc.constantFrom(...CHEMISTRIES),
  },
  'battery.load': {
    amps,
    seconds: fc.double({ min: 0, max: 60, noNaN: true }),
    lowestVolts: volts,
    batteryC: maybe(celsius),
    recoveryVolts: maybe(volts),
    engineRunning: maybe(fc.boolean()),
  },
  'battery.starterLoad': {
    lowestVolts: fc.array(volts, { minLength: 3, maxLength: 3 }),
    hold: maybe(fc.constantFrom('lowest', 'settled')),
    runningVolts: maybe(volts),
    batteryC: maybe(celsius),
  },
  'start.crankVolts': { volts, amps: maybe(amps), hold: maybe(fc.constantFrom('settled', 'lowest')) },
  'start.drop': { volts, by: fc.constantFrom('pile', 'crank'), amps: maybe(amps) },
  'start.joint': {
    volts,
    during: maybe(fc.constantFrom('crank', 'pile', 'charging', 'rest')),
    amps: maybe(amps),
    probesChecked: maybe(fc.boolean()),
  },
  'start.solenoid': { volts },
  'start.motor': { volts },
  'start.control': { volts },
  'start.walk': {
    volts: maybe(volts),
    answer: maybe(
      fc.constantFrom('clean', 'dirty', 'normal', 'slow', 'clicks', 'spins', 'nothing', 'sound', 'damaged'),
    ),
  },
  'charge.volts': { volts, rpm: fc.double({ min: 0, max: 3000, noNaN: true }) },
  'charge.rise': { volts, rpm: fc.double({ min: 0, max: 3000, noNaN: true }) },
  'charge.drop': { volts, amps, by: maybe(fc.constantFrom('pile-at-alternator', 'pile-at-bank', 'loads')) },
  'charge.output': { peakAmps: amps, governedSpeed: fc.boolean() },
  'charge.recharge': {
    amps,
    minutes: fc.double({ min: 0, max: 60, noNaN: true }),
    loads: fc.constantFrom('off', 'some'),
    volts: maybe(volts),
  },
  'charge.ripple': { acVolts: volts },
  'charge.field': { volts },
};
const visits = (unit: VisitFile['unit']): fc.Arbitrary<VisitFile> => {
  const reading = fc.constantFrom(...CATALOGUE).chain(({ step, points }) =>
    fc
      .record({
        point: fc.constantFrom(
          ...(step === 'battery.drainCircuit' ? ['circuit:beacons', 'circuit:heater'] : points(unit)),
        ),
        minute: fc.integer({ min: 0, max: 300 }),
        unsteady: maybe(fc.boolean()),
        fields: fc.record(FIELDS[step]),
      })
      .map(({ fields, minute, ...rest }) => ({
        step,
        ...rest,
        ...fields,
        at: new Date(Date.UTC(2026, 10, 20, 8, minute)).toISOString(),
      })),
  );
  const repair = fc.record({
    point: fc.constantFrom('A', 'bank', 'starter.ground'),
    kind: fc.constantFrom('recharge', 'replace', 'clean'),
    minute: fc.integer({ min: 0, max: 300 }),
  });
  return fc
    .record({
      readings: fc.array(reading, { maxLength: 60 }),
      repairs: fc.array(repair, { maxLength: 4 }),
      profile: fc.constantFrom(...PROFILE_NAMES),
      ambientC: maybe(celsius),
    })
    .map(({ readings, repairs, profile, ambientC }) => ({
      ...visitWith([], { unit, method: { profile }, ambientC }),
      readings: readings.map((r, index) => JSON.parse(JSON.stringify({ ...r, id: `r${index}` })) as Reading),
      repairs: repairs.map(({ minute, ...r }, index) => ({
        ...r,
        id: `p${index}`,
        action: '',
        at: new Date(Date.UTC(2026, 10, 20, 8, minute)).toISOString(),
      })) as VisitFile['repairs'] & object,
    }));
};

describe.each([
  ['12 V', visitWith([]).unit],
  ['24 V', unit24()],
])('any visit to a %s unit', (_name, unit) => {
  it('is judged without throwing, in the documented form, what to redo for every inconclusive step, margins to the good side', () => {
    fc.assert(
      fc.property(visits(unit), (visit) => {
        const judgement = judge(visit);
        judgementSchema.parse(judgement);
        const ids = new Set(visit.readings.map(({ id }) => id));
        const keys = judgement.steps.map(({ step, point }) => `${step}@${point}`);
        expect(new Set(keys).size).toBe(keys.length);
        for (const step of judgement.steps) {
          if (step.verdict === 'inconclusive') expect(step.redo).toBeTruthy();
          expect(step.because).toBeTruthy();
          const told = `${step.step}@${step.point} ${step.verdict}, margin ${step.margin}: ${step.because}`;
          if (step.margin !== null && step.verdict === 'pass') expect(step.margin, told).toBeGreaterThanOrEqual(0);
          if (step.margin !== null && step.verdict === 'fail') expect(step.margin, told).toBeLessThanOrEqual(0);
          expect(step.readings.every((id) => ids.has(id))).toBe(true);
        }
        if (judgement.disposition === 'ready') expect(judgement.findings).toEqual([]);
      }),
      { numRuns: 1500 },
    );
  });
  it('reads back from its file as it was written', () => {
    fc.assert(
      fc.property(visits(unit), (visit) => {
        const walked = visit.readings.filter(({ step }) => step !== 'start.walk');
        const parsed = parseVisitText(visitText({ ...visit, readings: walked }));
        expect(parsed).toEqual({
          ok: true,
          value: JSON.parse(JSON.stringify({ ...visit, readings: walked })) as unknown,
        });
      }),
      { numRuns: 200 },
    );
  });
  it('is judged the same after a retake of the same value', () => {
    fc.assert(
      fc.property(visits(unit), fc.nat(), (visit, pick) => {
        const source = visit.readings[pick % Math.max(1, visit.readings.length)];
        const newest = Math.max(
          0,
          ...visit.readings.map(({ at }) => Date.parse(at)),
          ...(visit.repairs ?? []).map(({ at }) => Date.parse(at)),
        );
        if (source === undefined || Date.parse(source.at) !== newest) return;
        // A tester that condemns is asked twice: its second answer says more than the first.
        if (source.step === 'battery.tester') return;
        const before = judge(visit);
        const after = judge({ ...visit, readings: [...visit.readings, { ...source, id: 'again' }] });
        const plain = (judgement: typeof before) =>
          judgement.steps.map(({ step, point, verdict, margin }) => `${step}@${point} ${verdict} ${margin}`).sort();
        expect(plain(after)).toEqual(plain(before));
        expect(after.disposition).toBe(before.disposition);
      }),
      { numRuns: 400 },
    );
  });
});

it('scales from 12 to 24 V: a sound visit doubled is as sound', () => {
  const twelve = judge(visitWith(soundVisit()));
  const twentyFour = judge(visitWith(soundVisit(unit24()), { unit: unit24() }));
  for (const step of ['start.drop', 'charge.volts', 'charge.drop']) {
    const at = (judgement: typeof twelve) => judgement.steps.find((entry) => entry.step === step)!;
    expect(at(twentyFour).limit!.value).toBeCloseTo(2 * at(twelve).limit!.value, 9);
    expect(at(twentyFour).margin!).toBeCloseTo(2 * at(twelve).margin!, 9);
  }
});
