import { describe, expect, it } from 'vitest';
import { prepareResolver, type PrepareTyped } from './prepareForm';

const TYPED: PrepareTyped = {
  technician: 'T. Brandvold',
  reason: 'pm',
  batteryC: '−4,5',
  ambientC: '',
  engineHours: '',
  odometerKm: '',
  complaint: ' ',
  profile: '',
  symptoms: [],
  acknowledged: true,
};
const checked = async (typed: Partial<PrepareTyped>) =>
  prepareResolver({ ...TYPED, ...typed }, undefined, { fields: {}, shouldUseNativeValidation: false });
const wrong = async (typed: Partial<PrepareTyped>) =>
  Object.fromEntries(
    Object.entries((await checked(typed)).errors).map(([field, error]) => [
      field,
      (error as { message?: string }).message,
    ]),
  );

describe('the sheet before a visit', () => {
  it('is opened with what was typed, and without what was not', async () =>
    expect((await checked({})).values).toEqual({
      technician: 'T. Brandvold',
      reason: 'pm',
      batteryC: -4.5,
      symptoms: [],
      acknowledged: true,
    }));
  it.each([
    ['who reads', { technician: '' }, { technician: 'choose who takes the readings' }],
    ['a temperature', { batteryC: '' }, { batteryC: 'enter battery or air temperature: the load limit depends on it' }],
    ['the cautions', { acknowledged: false }, { acknowledged: 'Acknowledge the cautions to go on.' }],
  ])('asks for %s', async (_what, typed, errors) => expect(await wrong(typed)).toEqual(errors));
  it('names each number that cannot be, with what can', async () =>
    expect(await wrong({ batteryC: '99', ambientC: 'cold', engineHours: '-1', odometerKm: '1.000.000' })).toEqual({
      batteryC: 'expected -60 to 90 °C, received 99',
      ambientC: 'expected -60 to 60 °C, received cold',
      engineHours: 'expected 0 to 1000000 h, received -1',
      odometerKm: 'expected 0 to 10000000 km, received 1.000.000',
    }));
});
