import { batteriesInOrder, batteryFactor } from '../unit/bank';
import type { ScenarioFile } from './scenarioFile';
import { limitBook } from '../method/book';
import type { BatteryModel } from './batteryModel';
import { cellGravities } from './cells';
import { buildMachine } from './machine';
import { holdLoad } from './operatingPoint';
import type { VisitLog } from './visitLog';

/** How far over half the rating a careful hand holds the load. */
const AIM = 1.02;
const HOLD_SECONDS = 15;
const RECOVERY_SECONDS = 60;
const CLEAN_CASE_VOLTS = 0.04;
const FULL_PERCENT = 98;
/** Hours on the charger and at rest, for a battery that is charged before it is read again. */
const CHARGE_HOURS = 8;

const hydrometer = (battery: BatteryModel, celsius: number, log: VisitLog): void => {
  log.take({
    step: 'battery.hydrometer',
    point: battery.position,
    cells: cellGravities(battery).map(log.instruments.gravity),
    electrolyteC: log.instruments.celsius(celsius),
  });
};

const loadTest = (battery: BatteryModel, batteryC: number, log: VisitLog): void => {
  const shown = (battery.cca / 2) * AIM;
  const { volts } = holdLoad(battery, log.instruments.trueAmps(shown), HOLD_SECONDS);
  battery.rest(RECOVERY_SECONDS);
  log.take({
    step: 'battery.load',
    point: battery.position,
    amps: Math.round(shown * 10) / 10,
    seconds: HOLD_SECONDS,
    lowestVolts: log.instruments.dcVolts(volts),
    batteryC,
    recoveryVolts: log.instruments.dcVolts(battery.restVolts - battery.state.quickVolts - battery.state.slowVolts),
  });
  log.wait(5);
};

/**
 * Every battery by itself: at rest, its cells where caps open, its case, and under load where its charge allows. One
 * that reads as if a cell were gone is charged and read again before it is condemned.
 * @returns percent of charge by position of every battery that was charged meanwhile
 */
export const simulateBatteries = (scenario: ScenarioFile, log: VisitLog): Record<string, number> => {
  const { unit, faults } = scenario;
  const limits = limitBook('pile', unit.systemVolts, unit.makerLimits);
  const charged: Record<string, number> = {};
  const batteryC = log.instruments.celsius(scenario.ambientC);
  for (const { position, chemistry } of batteriesInOrder(unit.bank)) {
    const input = log.input(0);
    const battery = buildMachine(input).batteries.find((candidate) => candidate.position === position)!;
    const described = unit.bank.batteries.find((candidate) => candidate.position === position)!;
    const factor = batteryFactor(described);
    const atRest = (model: BatteryModel): number => {
      const volts = log.instruments.dcVolts(model.restVolts);
      log.take({ step: 'battery.openCircuit', point: position, volts, surfaceChargeStripped: true, batteryC });
      return volts;
    };
    const gate = limits.get(chemistry === 'agm' || chemistry === 'gel' ? 'gateAgmVolts' : 'gateVolts', factor).value;
    const first = atRest(battery);
    const dirty = faults.find((fault) => fault.kind === 'battery.dirty-case' && fault.at === position);
    log.take({
      step: 'battery.caseLeak',
      point: position,
      volts: log.instruments.dcVolts(dirty?.kind === 'battery.dirty-case' ? dirty.volts : CLEAN_CASE_VOLTS),
    });
    if (chemistry === 'flooded') hydrometer(battery, scenario.ambientC, log);
    if (first >= gate) {
      loadTest(battery, batteryC, log);
      continue;
    }
    if (first > limits.get('fiveCellVolts', factor).value) continue;
    log.repair({
      point: position,
      action: `Recharge battery ${position}, let it rest`,
      kind: 'recharge',
      hours: CHARGE_HOURS,
    });
    log.wait(CHARGE_HOURS * 60);
    charged[position] = FULL_PERCENT;
    const full = buildMachine({
      ...input,
      stateOfChargePercent: { ...input.stateOfChargePercent, [position]: FULL_PERCENT },
      // Charged: what is left of a flat one is a full one.
      faults: input.faults.filter((fault) => fault.kind !== 'battery.flat' || fault.at !== position),
    }).batteries.find((candidate) => candidate.position === position)!;
    if (atRest(full) >= gate) loadTest(full, batteryC, log);
  }
  return charged;
};
