import type { FindingCode } from '../judging/findingCode';
import { modelCable, type ModelCable } from '../circuit/starterModel';
import { chargeDrop } from '../step/charging/chargeDrop';
import { present } from '../quantity/present';
import { pointName } from '../unit/pointName';
import { chargeSidePoints, positions } from '../unit/points';
import { runsOf } from '../unit/runs';
import { RUNS, type RunName, type Unit } from '../unit/unit';
import { both, one, part, places, type FindingGroup, type OrderPart, type SeparatingTest } from './record';

const cleanOrReplace = (what: string) =>
  both(
    one('clean', () => `Clean and tighten every joint of ${what}`),
    one('replace', () => `Replace ${what}`),
  );

const cable =
  (which: ModelCable, name: string) =>
  (unit: Unit): OrderPart => {
    const { areaMm2, lengthM } = modelCable(unit, which);
    return { name: `${name}, ${Math.round(areaMm2)} mm², ${lengthM.toFixed(1)} m`, count: 1 };
  };

const LOW_AT_STARTER: readonly FindingCode[] = ['cable.starter', 'start.low-supply'];
const LOW_AT_BANK: readonly FindingCode[] = ['cable.charge', 'charge.low-rise', 'charge.no-sign'];

const WHERE = 'where along the charging cable the volts are lost';

/** A run, entered at the point that halves it; more points can be named there. */
const alongRuns = (name: RunName, unit: Unit): readonly SeparatingTest[] =>
  runsOf(unit)
    .filter((run) => run.name === name)
    .map(({ key, points }) => ({
      step: 'run.volts',
      point: `${key}:${present(points[Math.floor((points.length - 1) / 2)])}`,
      why: WHERE,
    }));

/** What a lossy stretch of each run is behind. */
const OF_RUN: Readonly<Record<RunName, readonly FindingCode[]>> = {
  starterPositive: ['cable.starter-positive', ...LOW_AT_STARTER],
  starterNegative: ['cable.starter-negative', ...LOW_AT_STARTER],
  chargePositive: ['cable.charge-positive', ...LOW_AT_BANK],
  chargeNegative: ['cable.charge-negative', ...LOW_AT_BANK],
  field: ['charge.field'],
  control: ['start.control-circuit'],
};

const jointTests = (points: readonly string[], why: string): readonly SeparatingTest[] =>
  points.map((point) => ({ step: 'start.joint', point, why }));

export const CABLE = {
  'cable.starter-positive': {
    words: () => 'Positive starter cable loses volts',
    severity: 'repair',
    actions: cleanOrReplace('the positive starter cable'),
    part: cable('starterPositive', 'Starter cable, positive'),
    mends: () => ['positive'],
    explains: () => LOW_AT_STARTER,
    against: () => places(['start.crankVolts', 'starter'], ['start.joint', 'starter.B+']),
    separates: (_, unit) =>
      jointTests(
        ['starter.B+', ...positions(unit).map((position) => `${position}+`)],
        'which joint of the positive side loses the volts',
      ),
  },
  'cable.starter-negative': {
    words: () => 'Ground side of the starter loses volts',
    severity: 'repair',
    actions: cleanOrReplace('the ground side of the starter'),
    part: cable('starterGround', 'Starter ground cable'),
    mends: () => ['negative'],
    explains: () => LOW_AT_STARTER,
    against: () =>
      places(['start.crankVolts', 'starter'], ['start.joint', 'starter.ground'], ['start.joint', 'block.ground']),
    separates: (_, unit) =>
      jointTests(
        ['starter.ground', 'block.ground', ...positions(unit).map((position) => `${position}-`)],
        'which joint of the ground side loses the volts',
      ),
  },
  'cable.starter': {
    words: () => 'A starter cable loses volts',
    severity: 'recheck',
    actions: cleanOrReplace('the starter cables'),
    part: part(() => 'Starter cables, both sides'),
    separates: () => [
      { step: 'start.walk', point: 'starterRestBank', why: 'which side of the starter cables is corroded' },
    ],
  },
  'cable.link': {
    words: (at) => `Loses volts: ${at}`,
    severity: 'repair',
    actions: both(
      one('clean', (name) => `Clean and tighten both joints of ${name}`),
      one('replace', (name) => `Replace ${name}`),
    ),
    part: cable('link', 'Link between batteries'),
    explains: () => ['start.low-supply'],
    against: (at) => places(['start.link', at]),
  },
  'cable.segment': {
    words: (at) => `This stretch loses volts: ${at}`,
    severity: 'repair',
    explains: (at) => {
      const run = RUNS.find((name) => at.startsWith(name));
      return run === undefined ? [] : OF_RUN[run];
    },
    actions: both(
      one('clean', (name) => `Clean and tighten ${name}`),
      one('replace', (name) => `Replace ${name}`),
    ),
    part: (_, stretch) => ({ name: `Cable, ${pointName(stretch)}`, count: 1 }),
  },
  'cable.charge': {
    words: () => 'Charging cables lose volts',
    // Until its side is found, nobody knows what to repair.
    severity: (scene) =>
      chargeSidePoints(scene.facts.unit).some((point) => scene.outcome(chargeDrop, point)?.verdict === 'fail')
        ? 'repair'
        : 'recheck',
    actions: cleanOrReplace('the charging cables'),
    part: part(() => 'Charging cables, both sides'),
    against: (_, unit) => chargeSidePoints(unit).map((point) => ({ step: 'charge.drop', point })),
    separates: (_, unit) =>
      chargeSidePoints(unit).map((point) => ({
        step: 'charge.drop',
        point,
        why: 'which side of the charging cables loses the volts',
      })),
  },
  'cable.charge-positive': {
    words: () => 'Positive charging cable loses volts',
    severity: 'repair',
    actions: cleanOrReplace('the positive charging cable'),
    part: cable('chargePositive', 'Charging cable, positive'),
    separates: (_, unit) => [...jointTests(['alternator.B+'], WHERE), ...alongRuns('chargePositive', unit)],
    explains: () => LOW_AT_BANK,
    against: () => places(['charge.volts', 'bank']),
  },
  'cable.charge-negative': {
    words: () => 'Ground side of the alternator loses volts',
    severity: 'repair',
    actions: cleanOrReplace('the ground side of the alternator'),
    part: cable('chargeGround', 'Alternator ground cable'),
    separates: (_, unit) => [
      ...jointTests(['alternator.ground', 'block.ground'], WHERE),
      ...alongRuns('chargeNegative', unit),
    ],
    explains: () => LOW_AT_BANK,
    against: () => places(['charge.volts', 'bank']),
  },
} satisfies FindingGroup;
