import { describe, expect, it } from 'vitest';
import { unit12, unit24 } from '../../../core/test/visitFixture';
import { arrangementsFor, checkForm, emptyForm, formFrom } from './unitForm';

describe('the unit form', () => {
  const external = unit12({
    alternators: [{ id: 'ALT1', ratedAmps: 160, ground: 'stud', remoteSense: true, regulator: 'external' }],
    runs: { starterPositive: ['isolator.in', 'isolator.out'] },
    takeOff: { positive: ['A+'], negative: ['B-'] },
    memoryPower: 'needed',
    keyOffWaitMinutes: 2,
    makerLimits: { gateVolts: 12.5, starterDropRule: 'each-by-crank', chargeDropRule: 'each' },
  });
  it.each([
    unit12(),
    unit24({ cables: { link: { areaMm2: 70, lengthM: 0.4 } }, makerLimits: { gateVolts: 12.5 } }),
    external,
  ])('gives back the unit it was filled from', (unit) => {
    const before = {
      unit,
      yardId: 'lower',
      profile: 'rested' as const,
      card: { plate: 'TP 4107', year: 2016, engineHours: 8123.5, metersOn: '2026-11-20' },
      revision: 3,
      retired: null,
      empty: [],
      placements: [],
      visits: [],
      earlierVisits: null,
      pictureAt: null,
    };
    const checked = checkForm(formFrom(before), before);
    expect(checked).toEqual({
      ok: true,
      draft: {
        yardId: 'lower',
        profile: 'rested',
        card: { plate: 'TP 4107', year: 2016, engineHours: 8123.5, metersOn: '2026-11-20' },
        revision: 3,
        unit: JSON.parse(JSON.stringify(unit)) as unknown,
      },
    });
  });
  it('puts every problem beside its field', () => {
    const form = emptyForm('');
    form.batteries[1] = { ...form.batteries[1]!, ratingValue: 'nine', fitted: '2025-13-01' };
    const checked = checkForm(form, null);
    expect(checked.ok ? {} : checked.errors).toEqual({
      'batteries.1.fitted': 'expected a date such as 2025-10-02',
      'batteries.1.ratingValue': 'expected a number',
      id: 'expected some text',
      yardId: 'choose a yard',
    });
    form.batteries[1] = { ...form.batteries[1]!, ratingValue: '−5', fitted: '' };
    form.makerLimits = [{ name: 'gateVolts', value: ' ' }];
    const again = checkForm(form, null);
    expect(again.ok ? {} : again.errors).toMatchObject({
      'batteries.1.ratingValue': 'expected more than 0',
      'makerLimits.0.value': 'expected a number in V',
    });
  });
  it('takes cables by area or gauge and the maker’s figures, and says which of them is wrong', () => {
    const form = { ...emptyForm('lower'), id: 'X-1', description: 'Plough', cylinders: '6', oil: '10W' };
    form.cables = {
      ...form.cables,
      starterPositive: { size: '4/0', sizeUnit: 'awg', lengthM: '2,4' },
      link: { size: '70', sizeUnit: 'mm2', lengthM: '' },
    };
    form.makerLimits = [{ name: 'gateVolts', value: '12.5' }];
    const checked = checkForm(form, null);
    expect(checked.ok ? checked.draft.unit : checked.errors).toMatchObject({
      cables: { starterPositive: { awg: '4/0', lengthM: 2.4 }, link: { areaMm2: 70 } },
      engine: { cylinders: 6, oil: '10W' },
      makerLimits: { gateVolts: 12.5 },
    });
    form.cables.link.size = 'thick';
    form.makerLimits[0]!.value = 'high';
    const wrong = checkForm(form, null);
    expect(wrong.ok ? [] : Object.keys(wrong.errors).sort()).toEqual(['cables.link.size', 'makerLimits.0.value']);
  });
  it('offers the arrangements that give the system volts', () => {
    expect(arrangementsFor('12', '12')).toContain('1S4P');
    expect(arrangementsFor('24', '12')).toEqual(['2S1P', '2S2P', '2S3P']);
  });
});
