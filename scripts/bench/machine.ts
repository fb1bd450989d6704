import type { MachineInput } from '@vaktman/core';
import { demoArchive } from '@vaktman/demo';

/** A 24 V machine of the demo with two strings of two, on a cold day. */
const made = (): MachineInput => {
  const found = demoArchive().units.find(({ unit }) => unit.bank.arrangement === '2S2P');
  if (found === undefined) throw new Error('The demo fleet has no unit with two strings of two.');
  return {
    unit: found.unit,
    celsius: -6,
    stateOfChargePercent: Object.fromEntries(found.unit.bank.batteries.map(({ position }) => [position, 92])),
    faults: [],
  };
};
const input = made();
export const benchMachine = (): MachineInput => input;
