import type { ScenarioFile } from './scenarioFile';
import { chargeSidesOf } from '../step/charging/chargeDrop';
import { alternatorsOf, isSeriesBank, setNumbers, strings } from '../unit/bank';
import { positions } from '../unit/points';
import type { Machine } from './machine';
import {
  demandAmps,
  FAST_RPM,
  GOVERNED_RPM,
  IDLE_RPM,
  pilePoint,
  runningPoint,
  standingLoadOhms,
  voltsBetween,
  type OperatingPoint,
} from './operatingPoint';
import { rippleVolts } from './ripple';
import { chargingAmps, runEngine } from './running';
import type { VisitLog } from './visitLog';
import { alternatorNodes, bankNodes } from './wiring';

const SETTLE_SECONDS = 120;
const IDLE_MINUTES = 10;
const RISE_RPM = 1750;
/** Load of the ripple test, as a share of the alternators' ratings: enough to show a lost phase. */
const RIPPLE_SHARE = 0.5;
/** Lamps, blower, beacons and heaters together, amperes for each 12 V. */
const EVERY_LOAD_AMPS = 45;
const WARM_MINUTES = 10;

const allLoads = (machine: Machine): number => {
  const k = machine.unit.systemVolts / 12;
  return (13 * k) / (EVERY_LOAD_AMPS + machine.parasiticAmps);
};

const runningVolts = (machine: Machine, point: OperatingPoint, rpm: number, log: VisitLog): void => {
  const { dcVolts } = log.instruments;
  const { plus, minus } = bankNodes(machine);
  const speed = log.instruments.rpm(rpm);
  const volts = (at: string, red: string, black: string): void =>
    log.take({
      step: 'charge.volts',
      point: at,
      volts: dcVolts(voltsBetween(point, red, black)),
      rpm: speed,
    });
  volts('bank', plus, minus);
  for (const { id } of alternatorsOf(machine.unit)) {
    const nodes = alternatorNodes(machine, id);
    volts(id, nodes.plus, nodes.ground);
  }
  if (isSeriesBank(machine.unit.bank))
    for (const position of positions(machine.unit)) volts(position, `${position}+`, `${position}-`);
};

const CHARGE_JOINTS = { positive: ['alternator.B+'], negative: ['alternator.ground', 'block.ground'] } as const;

/** Under this share of the ratings the loss in the cables cannot be brought to rated output. */
const LEAST_SCALED_SHARE = 0.4;

const ratedSum = (machine: Machine): number =>
  machine.alternatorsAt(GOVERNED_RPM).reduce((sum, { ratedAmps }) => sum + ratedAmps, 0);

/**
 * The charging cables of an alternator that gives too little to judge them by: engine off, the pile at the alternator
 * draws the rated amperes out of the bank through the same cables, the other way.
 */
const cableByPile = (machine: Machine, log: VisitLog): void => {
  const { dcVolts, clampAmps } = log.instruments;
  const amps = ratedSum(machine);
  const point = pilePoint(machine, amps, 'alternator');
  const { plus, minus } = bankNodes(machine);
  for (const [side, red, black] of [
    ['positive', plus, 'alternator.B+'],
    ['negative', 'alternator.ground', minus],
  ] as const)
    log.take({
      step: 'charge.drop',
      point: side,
      volts: dcVolts(voltsBetween(point, red, black)),
      amps: clampAmps(amps),
      by: 'pile-at-alternator',
    });
};

const underDemand = (machine: Machine, log: VisitLog): void => {
  const { dcVolts, clampAmps } = log.instruments;
  const point = runningPoint(machine, {
    engineRpm: GOVERNED_RPM,
    loadOhms: standingLoadOhms(machine),
    pileAmps: demandAmps(machine),
  });
  const alternators = alternatorsOf(machine.unit);
  const first = alternators[0];
  if (first === undefined) return;
  const { plus, minus } = bankNodes(machine);
  const given = (id: string): number => Math.max(0, point.amps[`alternator ${id}`] ?? 0);
  const total = alternators.reduce((sum, { id }) => sum + given(id), 0);
  const moved = (joints: readonly string[]): { unsteady?: true } => (log.isUnsteady(joints) ? { unsteady: true } : {});
  for (const joint of ['alternator.B+', 'alternator.ground', 'block.ground']) {
    if (joint === 'block.ground' && machine.unit.starter?.groundReturn === 'block') continue;
    const found = point.network.network.resistors.find(({ name }) => name === `joint ${joint}`)!;
    log.take({
      step: 'start.joint',
      point: joint,
      volts: dcVolts(Math.abs(point.volts[found.a]! - point.volts[found.b]!)),
      during: 'charging',
      amps: clampAmps(given(first.id)),
      ...moved([joint]),
    });
  }
  for (const { id } of alternators) {
    const ends = alternatorNodes(machine, id);
    const [positive = '', negative = ''] = chargeSidesOf(machine.unit, id);
    for (const [side, at, red, black] of [
      ['positive', positive, ends.plus, plus],
      ['negative', negative, minus, ends.ground],
    ] as const) {
      log.take({
        step: 'charge.drop',
        point: at,
        volts: dcVolts(voltsBetween(point, red, black)),
        amps: clampAmps(given(id)),
        by: 'pile-at-bank',
        ...moved(CHARGE_JOINTS[side]),
      });
    }
  }
  const alone = alternators.length === 1;
  if (alone && total < LEAST_SCALED_SHARE * ratedSum(machine)) cableByPile(machine, log);
  for (const { id } of alternators)
    log.take({ step: 'charge.output', point: id, peakAmps: clampAmps(given(id)), governedSpeed: true });
};

const ripple = (machine: Machine, log: VisitLog): void => {
  const point = runningPoint(machine, {
    engineRpm: GOVERNED_RPM,
    loadOhms: null,
    pileAmps: RIPPLE_SHARE * ratedSum(machine),
  });
  const worst = point.alternators.reduce(
    (most, alternator) => Math.max(most, rippleVolts(point, alternator, 'bank')),
    0,
  );
  log.take({ step: 'charge.ripple', point: 'bank', acVolts: log.instruments.acVolts(worst) });
  for (const alternator of point.alternators)
    log.take({
      step: 'charge.ripple',
      point: alternator.id,
      acVolts: log.instruments.acVolts(rippleVolts(point, alternator, 'alternator')),
    });
};

const rechargeCurrents = (machine: Machine, log: VisitLog): void => {
  const { clampAmps } = log.instruments;
  const point = runEngine(
    machine,
    { engineRpm: IDLE_RPM, loadOhms: standingLoadOhms(machine), pileAmps: null },
    IDLE_MINUTES * 60,
  );
  log.wait(IDLE_MINUTES);
  const into = chargingAmps(point);
  const { plus, minus } = bankNodes(machine);
  const volts = log.instruments.dcVolts(voltsBetween(point, plus, minus));
  const take = (at: string, amps: number): void =>
    log.take({
      step: 'charge.recharge',
      point: at,
      amps: clampAmps(amps),
      minutes: IDLE_MINUTES + 0.5,
      loads: 'off',
      volts,
    });
  const { bank } = machine.unit;
  const rows = strings(bank);
  // One current flows through a whole string.
  take(
    'bank',
    rows.reduce((sum, row) => sum + into[row[0]!.position]!, 0),
  );
  if (isSeriesBank(bank)) return;
  for (const set of setNumbers(bank) ?? []) {
    const members = bank.batteries.filter((battery) => battery.set === set);
    take(
      `set:${set}`,
      members.reduce((sum, { position }) => sum + into[position]!, 0),
    );
  }
  if (bank.batteries.length > 1) for (const { position } of bank.batteries) take(position, into[position]!);
};

/** The charging circuit: running volts, what the cables lose, output, ripple, recharge current, and again when warm. */
export const simulateCharging = (
  scenario: ScenarioFile,
  log: VisitLog,
  charge: Readonly<Record<string, number>>,
): void => {
  const { unit, faults } = scenario;
  if (alternatorsOf(unit).length === 0) return;
  const machine = log.machine(0, charge);
  const light = { loadOhms: standingLoadOhms(machine), pileAmps: null };
  log.wait(SETTLE_SECONDS / 60);
  const running = runEngine(machine, { engineRpm: FAST_RPM, ...light }, SETTLE_SECONDS);
  runningVolts(machine, running, FAST_RPM, log);
  const gives = running.alternators.some(({ id }) => (running.amps[`alternator ${id}`] ?? 0) > 1);
  log.take({ step: 'look.lamp', point: 'dash', keyOn: 'lit', running: gives ? 'dark' : 'lit' });
  const loaded = runningPoint(machine, { engineRpm: RISE_RPM, loadOhms: allLoads(machine), pileAmps: null });
  const { plus, minus } = bankNodes(machine);
  log.take({
    step: 'charge.rise',
    point: 'bank',
    volts: log.instruments.dcVolts(voltsBetween(loaded, plus, minus)),
    rpm: log.instruments.rpm(RISE_RPM),
  });
  underDemand(machine, log);
  ripple(machine, log);
  rechargeCurrents(machine, log);
  const warm = faults.some(
    (fault) => fault.kind === 'comes-when-warm' && !fault.fault.kind.startsWith('start') && fault.afterMinutes > 0,
  );
  if (!warm) return;
  const hot = log.machine(Infinity, charge);
  log.wait(WARM_MINUTES);
  log.warm = true;
  const again = runEngine(hot, { engineRpm: FAST_RPM, ...light }, SETTLE_SECONDS);
  runningVolts(hot, again, FAST_RPM, log);
  underDemand(hot, log);
  ripple(hot, log);
};
