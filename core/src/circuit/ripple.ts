import type { Machine } from './machine';
import type { AlternatorModel } from './alternatorModel';
import type { OperatingPoint } from './operatingPoint';
import { modelCable } from './starterModel';

const BANK_HENRY = 0.15e-6;
const HENRY_PER_METRE = 0.8e-6;
/** Pole pairs of a claw-pole alternator. */
const POLE_PAIRS = 6;

/** Resistance of the whole bank to a quick current, ohm: strings in parallel, batteries of a string in series. */
const bankOhms = (machine: Machine): number => {
  const strings = new Map<number, number>();
  for (const { position, string } of machine.unit.bank.batteries) {
    const battery = machine.batteries.find((candidate) => candidate.position === position)!;
    strings.set(string, (strings.get(string) ?? 0) + battery.ohmsAtOnce);
  }
  return 1 / [...strings.values()].reduce((sum, ohms) => sum + 1 / ohms, 0);
};

/**
 * AC volts an alternator's ripple makes at a point, root mean square: its ripple current over what the bank and the
 * cable out to the point resist and, more than that, hold back. Physics; inductances of usual cable runs.
 * @param at the bank's posts, where a large bank swallows it, or the alternator's own stud
 */
export const rippleVolts = (point: OperatingPoint, alternator: AlternatorModel, at: 'bank' | 'alternator'): number => {
  const { machine, amps } = point;
  const given = Math.max(0, amps[`alternator ${alternator.id}`] ?? 0);
  const hertz = (alternator.rippleOrder * POLE_PAIRS * alternator.speedRpm) / 60;
  const metres = at === 'bank' ? 0 : modelCable(machine.unit, 'chargePositive').lengthM;
  const ohms = bankOhms(machine) + (at === 'bank' ? 0 : machine.cableOhms('chargePositive'));
  const reactance = 2 * Math.PI * hertz * (BANK_HENRY + HENRY_PER_METRE * metres);
  return alternator.rippleShare * given * Math.hypot(ohms, reactance);
};
