import { expect, it } from 'vitest';
import { minute, rested, visitWith } from '../../test/visitFixture';
import { chargesOf, type Repair } from '../index';

const repair = (id: string, kind: Repair['kind'], point: string): Repair => ({
  id,
  kind,
  point,
  action: 'As said',
  at: minute(30),
});
const { readings, unit } = visitWith([
  rested('A', 12.6, { id: 'rest' }),
  { step: 'charge.volts', point: 'bank', volts: 14.2, rpm: 1500, id: 'running' },
]);
const repairs = [
  repair('chargedA', 'recharge', 'A'),
  repair('newB', 'replace', 'B'),
  repair('chargedBank', 'recharge', 'bank'),
  repair('cleanedA', 'clean', 'A'),
  repair('newAlternator', 'replace', 'ALT1'),
  repair('newCable', 'replace', 'negative'),
];

it('what charged a battery is a running engine, a charge or a fresh battery in its own place or the bank', () => {
  expect(chargesOf({ unit, readings, repairs }, 'A')).toEqual(['running', 'chargedA', 'chargedBank']);
  expect(chargesOf({ unit, readings, repairs }, 'B')).toEqual(['running', 'newB', 'chargedBank']);
  expect(chargesOf({ unit, readings, repairs }, 'C')).toEqual(['running', 'chargedBank']);
  expect(chargesOf({ unit, readings }, 'A')).toEqual(['running']);
});
it('what charged any of them charged the bank; another alternator or cable did not', () => {
  expect(chargesOf({ unit, readings, repairs }, null)).toEqual(['running', 'chargedA', 'newB', 'chargedBank']);
});
it('a charge that names no battery is one of the bank: of low volts at the starter, the bank is charged', () => {
  const charged = [repair('forStarter', 'recharge', 'starter')];
  for (const position of ['A', 'D', null])
    expect(chargesOf({ unit, readings: [], repairs: charged }, position)).toEqual(['forStarter']);
});
it('a joint or a stretch of a run read while charging was read with the engine running', () => {
  const { readings: along } = visitWith([
    { step: 'run.volts', point: 'chargePositive:fuse', volts: 0.1, during: 'charging', amps: 80, id: 'run' },
    { step: 'start.joint', point: 'A+', volts: 0.05, during: 'charging', id: 'joint' },
    { step: 'start.joint', point: 'A-', volts: 0.05, during: 'pile', id: 'underPile' },
    { step: 'run.volts', point: 'starterNegative:bank-', volts: 0.1, during: 'crank', amps: 600, id: 'cranked' },
  ]);
  expect(chargesOf({ unit, readings: along }, 'A')).toEqual(['run', 'joint']);
});
