import { isSeriesBank, seriesLinks, strings } from '../unit/bank';
import { leadsFor } from '../step/catalogue';
import type { ScenarioFile } from './scenarioFile';
import { walk } from '../step/starting/walk';
import type { WalkAnswers } from '../step/starting/walkNodes';
import { asksForAnswer, type WalkPoint } from '../step/starting/walkPoints';
import { crank } from './crank';
import { buildMachine, type Machine } from './machine';
import { crankPoint, PILE_AMPS, pilePoint, restingPoint, voltsBetween, type OperatingPoint } from './operatingPoint';
import type { VisitLog } from './visitLog';
import { bankNodes, solenoidCloses, starterNodes } from './wiring';

/** Slower than this share of a sound machine counts as slow. */
const SLOW_SHARE = 0.72;
/** An engine turned slower than this does not start. */
const STARTS_RPM = 60;

/** Node of the circuit at the far end of the starter's ground. */
const groundNode = ({ unit }: Machine): string =>
  unit.starter?.groundReturn === 'block' ? 'block.ground' : starterNodes.ground;

const postJoints = (machine: Machine, side: '+' | '-'): string[] =>
  machine.unit.bank.batteries.map(({ position }) => `${position}${side}`);

/** Joints of each side of the starting circuit. */
const sideJoints = (machine: Machine): { readonly positive: string[]; readonly negative: string[] } => ({
  positive: [...postJoints(machine, '+').slice(0, 1), 'starter.B+'],
  negative: [
    bankNodes(machine).minus,
    machine.unit.starter?.groundReturn === 'block' ? 'block.ground' : 'starter.ground',
    ...(machine.unit.starter?.groundReturn === 'block' ? ['starter.ground'] : []),
  ],
});

const flag = (unsteady: boolean): { unsteady?: true } => (unsteady ? { unsteady: true } : {});

/** Volts at each rung while cranking, every stretch of the ladder. */
const readLadder = (machine: Machine, point: OperatingPoint, log: VisitLog): void => {
  const { dcVolts, clampAmps } = log.instruments;
  const { plus, minus } = bankNodes(machine);
  const { stud, motor } = starterNodes;
  const ground = groundNode(machine);
  const joints = sideJoints(machine);
  const amps = clampAmps(-(point.amps['motor'] ?? 0));
  const between = (red: string, black: string): number => dcVolts(voltsBetween(point, red, black));
  log.take({ step: 'start.crankVolts', point: 'bank', volts: between(plus, minus), amps, hold: 'settled' });
  log.take({
    step: 'start.crankVolts',
    point: 'starter',
    volts: between(stud, ground),
    amps,
    hold: 'settled',
  });
  log.take({
    step: 'start.drop',
    point: 'positive',
    volts: between(plus, stud),
    by: 'crank',
    amps,
    ...flag(log.isUnsteady(joints.positive)),
  });
  log.take({ step: 'start.solenoid', point: 'starter', volts: between(stud, motor) });
  log.take({ step: 'start.motor', point: 'starter', volts: between(motor, ground) });
  log.take({
    step: 'start.drop',
    point: 'negative',
    volts: between(ground, minus),
    by: 'crank',
    amps,
    ...flag(log.isUnsteady(joints.negative)),
  });
  log.take({ step: 'start.control', point: 'starter', volts: between(plus, 'starter.control') });
};

/** Volts at every joint and over both sides with the pile drawing 500 A at the starter. */
const readPile = (machine: Machine, log: VisitLog): void => {
  const point = pilePoint(machine, log.instruments.trueAmps(PILE_AMPS));
  const { dcVolts } = log.instruments;
  const { plus, minus } = bankNodes(machine);
  const ground = groundNode(machine);
  const joints = sideJoints(machine);
  const across = (joint: string): number => {
    const found = point.network.network.resistors.find(({ name }) => name === `joint ${joint}`)!;
    return dcVolts(Math.abs(point.volts[found.a]! - point.volts[found.b]!));
  };
  const measured = [
    ...machine.unit.bank.batteries.flatMap(({ position }) => [`${position}+`, `${position}-`]),
    'starter.B+',
    'starter.ground',
    ...(machine.unit.starter?.groundReturn === 'block' ? ['block.ground'] : []),
  ];
  for (const joint of measured)
    log.take({
      step: 'start.joint',
      point: joint,
      volts: across(joint),
      during: 'pile',
      amps: PILE_AMPS,
      ...flag(log.isUnsteady([joint])),
    });
  for (const link of seriesLinks(machine.unit.bank)) {
    const [first = '', second = ''] = link.split('-');
    log.take({
      step: 'start.link',
      point: link,
      volts: dcVolts(Math.abs(voltsBetween(point, `${first}-`, `${second}+`))),
      during: 'pile',
      amps: PILE_AMPS,
    });
  }
  for (const [side, red, black] of [
    ['positive', plus, starterNodes.stud],
    ['negative', ground, minus],
  ] as const) {
    log.take({
      step: 'start.drop',
      point: side,
      volts: dcVolts(voltsBetween(point, red, black)),
      by: 'pile',
      amps: PILE_AMPS,
      ...flag(log.isUnsteady(joints[side])),
    });
  }
};

/** Volts a walk's reading shows: at rest from the resting circuit, else from the circuit while the key is turned. */
const walkVolts = (point: WalkPoint, machine: Machine, tried: OperatingPoint, log: VisitLog): number => {
  const circuit = point.includes('Cranking') || point === 'coilSignal' ? tried : restingPoint(machine);
  if (point === 'coilSignal')
    return log.instruments.dcVolts(voltsBetween(tried, bankNodes(machine).plus, groundNode(machine)));
  const { red, black } = leadsFor(machine.unit, 'start.walk', point);
  const node = (at: string): string =>
    circuit.volts[at] === undefined ? (at.startsWith('switch') ? bankNodes(machine).plus : starterNodes.ground) : at;
  return log.instruments.dcVolts(voltsBetween(circuit, node(red!.at), node(black!.at)));
};

/** Walks the tree of a machine that does not crank, or slowly, as the tree itself asks. */
const takeWalk = (machine: Machine, tried: OperatingPoint, attempt: 'slow' | 'nothing', log: VisitLog): void => {
  const k = machine.unit.systemVolts / 12;
  const answers: WalkAnswers = {};
  const inSeries = isSeriesBank(machine.unit.bank) ? strings(machine.unit.bank)[0]!.length : 1;
  const conditions = {
    systemFactor: k,
    gateVolts: (12.4 * k * inSeries) / inSeries,
    starterVolts: 8 * k,
    bankVolts: null,
    hasSwitch: machine.unit.starter?.magneticSwitch !== 'none',
  };
  for (let steps = 0; steps < 14; steps++) {
    const { at } = walk(answers, conditions);
    if (at === null) return;
    if (asksForAnswer(at)) {
      const answer = at === 'bankJoints' ? 'clean' : at === 'attempt' ? attempt : 'sound';
      answers[at] = { answer };
      log.take({ step: 'start.walk', point: at, answer });
    } else {
      const volts = walkVolts(at, machine, tried, log);
      answers[at] = { volts };
      log.take({ step: 'start.walk', point: at, volts });
    }
  }
};

const healthyRpm = (machine: Machine): number =>
  crank(
    buildMachine({
      ...machine,
      faults: [],
      stateOfChargePercent: Object.fromEntries(Object.keys(machine.stateOfChargePercent).map((at) => [at, 95])),
    }),
  ).meanRpm;

/** Whether the starter turns at all, and how it does. */
const attemptOf = (machine: Machine, meanRpm: number): 'normal' | 'slow' | 'nothing' => {
  // A stalled starter pulls its current: it tries, and that counts as slow.
  if (machine.contactOhms === 'open' || !solenoidCloses(machine)) return 'nothing';
  return meanRpm < SLOW_SHARE * healthyRpm(machine) ? 'slow' : 'normal';
};

/**
 * The starting circuit: cranked and added up, read with the pile at its posts, and walked where it does not turn as it
 * should.
 * @returns true when the engine starts, so that charging can be read
 */
export const simulateStarting = (
  { faults }: ScenarioFile,
  log: VisitLog,
  charge: Readonly<Record<string, number>>,
): boolean => {
  const machine = (): Machine => log.machine(0, charge);
  const tried = crankPoint(machine());
  const attempt = attemptOf(machine(), tried.meanRpm);
  if (attempt !== 'nothing') readLadder(machine(), tried, log);
  readPile(machine(), log);
  if (attempt !== 'normal') takeWalk(machine(), tried, attempt, log);
  if (attempt !== 'nothing' && startsWarm(faults)) {
    const again = crankPoint(log.machine(Infinity, charge));
    log.wait(20);
    log.warm = true;
    if (again.amps['motor'] !== undefined) readLadder(again.machine, again, log);
    readPile(log.machine(Infinity, charge), log);
    log.warm = false;
  }
  log.wait(3);
  return tried.meanRpm >= STARTS_RPM;
};

/** True when what comes when warm sits in the starting circuit or the bank. */
const startsWarm = (faults: ScenarioFile['faults']): boolean =>
  faults.some(
    (fault) =>
      fault.kind === 'comes-when-warm' &&
      !fault.fault.kind.startsWith('alternator.') &&
      fault.fault.kind !== 'regulator.offset' &&
      fault.fault.kind !== 'belt.slips',
  );
