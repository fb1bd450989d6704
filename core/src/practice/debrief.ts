import { present } from '../quantity/present';
import { faultsAfter, type Fault } from '../circuit/fault';
import { buildMachine } from '../circuit/machine';
import { pilePoint, voltsBetween } from '../circuit/operatingPoint';
import { simulateVisit } from '../circuit/simulateVisit';
import { bankNodes, starterNodes } from '../circuit/wiring';
import { judge } from '../visit/judge';
import { stepTitle } from '../step/catalogue';
import { pointName } from '../unit/pointName';
import type { Judgement } from '../visit/judgement';
import type { JudgedStep, Reading } from '../step/catalogue';
import { readingText } from '../step/catalogue';
import type { Unit } from '../unit/unit';

/** A machine with what is hidden in it, to look back on. */
export interface DebriefInput {
  readonly unit: Unit;
  readonly ambientC: number;
  readonly stateOfChargePercent: Readonly<Record<string, number>>;
  readonly faults: readonly Fault[];
  readonly seed: number;
}

/** A reading that would have told, beside what a sound machine shows there. */
export interface TellingReading {
  readonly step: JudgedStep;
  readonly point: string;
  readonly title: string;
  readonly read: string;
  readonly sound: string;
  readonly because: string;
  /** How far over its limit it is; null where it has none. */
  readonly margin: number | null;
  /** Minutes of work it takes. */
  readonly minutes: number;
}

export interface Debrief {
  readonly telling: readonly TellingReading[];
  /** The quickest way to the findings: each reading tells of one that none before it told of. */
  readonly shortest: readonly TellingReading[];
  /** Volts lost at 500 A by stretch, as it is and as a sound machine loses. */
  readonly ladder: readonly { readonly name: string; readonly volts: number; readonly soundVolts: number }[];
  readonly findings: Judgement['findings'];
}

/** Minutes of work of a reading: what has to be reached, connected and waited for. Rule of thumb. */
const MINUTES: Readonly<Record<string, number>> = {
  'battery.openCircuit': 4,
  'battery.load': 5,
  'battery.hydrometer': 6,
  'battery.caseLeak': 1,
  'start.crankVolts': 2,
  'start.drop': 3,
  'start.joint': 2,
  'start.solenoid': 2,
  'start.motor': 2,
  'start.control': 2,
  'start.walk': 2,
  'start.ladder': 10,
  'charge.volts': 3,
  'charge.rise': 3,
  'charge.drop': 5,
  'charge.output': 5,
  'charge.ripple': 3,
  'charge.recharge': 12,
};
const minutesOf = (step: string): number => MINUTES[step] ?? 1;

const ladderOf = (input: DebriefInput, faults: readonly Fault[]): Map<string, number> => {
  const machine = buildMachine({
    unit: input.unit,
    celsius: input.ambientC,
    stateOfChargePercent: input.stateOfChargePercent,
    faults: faultsAfter(faults, Infinity),
  });
  const point = pilePoint(machine);
  const { plus, minus } = bankNodes(machine);
  const across = (joint: string): number => {
    const found = point.network.network.resistors.find(({ name }) => name === `joint ${joint}`);
    return found === undefined ? 0 : Math.abs(present(point.volts[found.a]) - present(point.volts[found.b]));
  };
  const ground = input.unit.starter?.groundReturn === 'block' ? 'block.ground' : starterNodes.ground;
  return new Map([
    ['Post to clamp, positive', across(plus)],
    ['Positive cable', voltsBetween(point, plus, starterNodes.stud) - across(plus) - across('starter.B+')],
    ['Joint at the starter B+', across('starter.B+')],
    ['Joint at the ground', across(ground)],
    ['Ground cable', voltsBetween(point, ground, minus) - across(ground) - across(minus)],
    ['Post to clamp, negative', across(minus)],
  ]);
};

const keyOf = ({ step, point }: Pick<Reading, 'step' | 'point'>): string => `${step}@${point}`;

/** What the readings of a whole visit would have shown, and the shortest way through them. */
export const debrief = (input: DebriefInput): Debrief => {
  const visitWith = (faults: readonly Fault[]) =>
    simulateVisit({ format: 'vaktman-scenario', version: 1, ...input, faults: [...faults] }, true);
  const visit = visitWith(input.faults);
  const sound = new Map(visitWith([]).readings.map((reading) => [keyOf(reading), readingText(reading)]));
  const judgement = judge(visit);
  const byId = new Map(visit.readings.map((reading) => [reading.id, reading]));
  const telling = judgement.steps.flatMap((step): TellingReading[] => {
    const reading = byId.get(present(step.readings[0]));
    if (reading === undefined || (step.verdict !== 'fail' && step.verdict !== 'marginal')) return [];
    return [
      {
        step: step.step as JudgedStep,
        point: step.point,
        title: `${stepTitle(step.step as JudgedStep)}, ${pointName(step.point)}`,
        read: readingText(reading),
        sound: sound.get(keyOf(reading)) ?? 'not read on a sound machine',
        because: step.because,
        margin: step.margin,
        minutes: minutesOf(step.step),
      },
    ];
  });
  const shortest: TellingReading[] = [];
  for (const finding of judgement.findings) {
    if (finding.severity === 'watch') continue;
    const places = new Set(finding.evidence.for.flatMap((id) => (byId.has(id) ? [keyOf(present(byId.get(id)))] : [])));
    const own = telling.filter(({ step, point }) => places.has(`${step}@${point}`));
    const known = own.some((reading) => shortest.includes(reading));
    const aside = ({ point }: TellingReading): number => (point === finding.subject ? 0 : 1);
    const quickest = [...own].sort(
      (a, b) => aside(a) - aside(b) || a.minutes - b.minutes || (a.margin ?? 0) - (b.margin ?? 0),
    )[0];
    if (!known && quickest !== undefined) shortest.push(quickest);
  }
  const [now, then] = [ladderOf(input, input.faults), ladderOf(input, [])];
  return {
    telling,
    shortest: shortest.slice(0, 4),
    ladder: [...now].map(([name, volts]) => ({ name, volts, soundVolts: then.get(name) ?? 0 })),
    findings: judgement.findings,
  };
};
