import type { Battery, Judgement, JudgedStepEntry, Reading, Repair, Unit, VisitFile } from '../src/index';
import { judge, seriesLinks } from '../src/index';

/** A reading as tests write it: what matters, without id and time. */
export type Written = { step: Reading['step']; point: string; id?: string; at?: string } & Record<string, unknown>;

const START_MS = Date.parse('2026-11-20T08:10:00+01:00');
export const minute = (count: number): string => new Date(START_MS + count * 60_000).toISOString();

export const battery = (position: string, part: Partial<Battery> = {}): Battery => ({
  position,
  string: 'ABCDEF'.indexOf(position) + 1,
  set: position < 'C' ? 1 : 2,
  chemistry: 'flooded',
  duty: 'truck',
  rating: { value: 920, standard: 'SAE' },
  ...part,
});

/** A 12 V unit of four in parallel, or a 24 V one of two in series. */
export const unit12 = (part: Partial<Unit> = {}): Unit => ({
  id: 'P-07',
  description: 'Plough truck',
  systemVolts: 12,
  bank: { arrangement: '1S4P', batteries: ['A', 'B', 'C', 'D'].map((position) => battery(position)) },
  starter: { ratedVolts: 12, groundReturn: 'cable', magneticSwitch: 'separate' },
  alternators: [{ id: 'ALT1', ratedAmps: 160, ground: 'case', remoteSense: false }],
  ...part,
});
export const unit24 = (part: Partial<Unit> = {}): Unit => ({
  ...unit12(),
  id: 'G-03',
  systemVolts: 24,
  bank: {
    arrangement: '2S1P',
    batteries: ['A', 'B'].map((position) => battery(position, { string: 1, set: undefined })),
  },
  ...part,
});

export const visitWith = (
  readings: readonly Written[],
  part: { unit?: Unit; method?: VisitFile['method']; repairs?: Repair[]; ambientC?: number | undefined } = {},
): VisitFile => ({
  format: 'vaktman-visit',
  version: 1,
  unit: part.unit ?? unit12(),
  method: part.method ?? { profile: 'pile' },
  visit: {
    id: 'V-1',
    at: minute(0),
    technician: 'I. Dahl',
    reason: 'pm',
    ...('ambientC' in part ? (part.ambientC === undefined ? {} : { ambientC: part.ambientC }) : { ambientC: 21.1 }),
  },
  readings: readings.map(
    (reading, index) => ({ id: `r${index + 1}`, at: minute(2 * index + 2), ...reading }) as Reading,
  ),
  ...(part.repairs === undefined ? {} : { repairs: part.repairs }),
});

export const stepAt = (judgement: Judgement, step: string, point: string): JudgedStepEntry => {
  const found = judgement.steps.find((entry) => entry.step === step && entry.point === point);
  if (found === undefined) throw new Error(`${step}@${point} was not judged`);
  return found;
};

export const findingsOf = (judgement: Judgement): string[] =>
  judgement.findings.map(({ code, subject, severity }) => `${code}@${subject} ${severity}`);

type Around = Parameters<typeof visitWith>[1];

/** Judges readings and gives what came of one test. */
export const judgedAt = (
  readings: readonly Written[],
  step: string,
  point: string,
  part: Around = {},
): JudgedStepEntry => stepAt(judge(visitWith(readings, part)), step, point);

/** Judges readings and gives the one verdict asked for. */
export const verdictOf = (readings: readonly Written[], step: string, point: string, part: Around = {}): string =>
  judgedAt(readings, step, point, part).verdict;

/** Judges readings and gives what they say is wrong, a line each. */
export const findingsIn = (readings: readonly Written[], part: Around = {}): string[] =>
  findingsOf(judge(visitWith(readings, part)));

export const rested = (point: string, volts: number, more: Record<string, unknown> = {}): Written => ({
  step: 'battery.openCircuit',
  point,
  volts,
  surfaceChargeStripped: true,
  ...more,
});
export const loaded = (point: string, lowestVolts: number, more: Record<string, unknown> = {}): Written => ({
  step: 'battery.load',
  point,
  amps: 465,
  seconds: 15,
  lowestVolts,
  batteryC: 21.1,
  ...more,
});

/** Every look a visit owes, all sound. */
export const looks = (unit: Unit = unit12()): Written[] => [
  { step: 'look.belt', point: 'drive', condition: 'sound', speed: 'holds' },
  ...(unit.alternators ?? []).map(({ id }): Written => ({
    step: 'look.alternator',
    point: id,
    mount: 'sound',
    wiring: 'sound',
    senseFuse: 'sound',
  })),
  ...unit.bank.batteries.flatMap(({ position }): Written[] => [
    { step: 'look.case', point: position, condition: 'sound' },
    { step: 'look.joint', point: `${position}+`, condition: 'clean' },
    { step: 'look.joint', point: `${position}-`, condition: 'clean' },
  ]),
];

/** A whole sound visit. */
export const soundVisit = (unit: Unit = unit12()): Written[] => {
  const k = unit.systemVolts / 12;
  const rated = (unit.alternators ?? []).reduce((sum, { ratedAmps }) => sum + (ratedAmps ?? 0), 0);
  return [
    ...looks(unit),
    ...unit.bank.batteries.map(({ position }) => rested(position, 12.7)),
    ...unit.bank.batteries.map(({ position }) => loaded(position, 10.6)),
    ...seriesLinks(unit.bank).map((point): Written => ({ step: 'start.link', point, volts: 0.08, during: 'crank' })),
    { step: 'start.drop', point: 'positive', volts: 0.15 * k, by: 'pile', amps: 500 },
    { step: 'start.drop', point: 'negative', volts: 0.12 * k, by: 'pile', amps: 500 },
    { step: 'charge.volts', point: 'bank', volts: 14.2 * k, rpm: 1500 },
    { step: 'charge.drop', point: 'positive', volts: 0.14 * k, amps: rated },
    { step: 'charge.drop', point: 'negative', volts: 0.1 * k, amps: rated },
    ...(unit.alternators ?? []).map(({ id, ratedAmps }): Written => ({
      step: 'charge.output',
      point: id,
      peakAmps: ratedAmps,
      governedSpeed: true,
    })),
    { step: 'charge.recharge', point: 'bank', amps: 6.5, minutes: 11, loads: 'off' },
  ];
};
