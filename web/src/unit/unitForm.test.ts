import { describe, expect, it } from 'vitest';
import { unit12, unit24 } from '../../../core/test/visitFixture';
import { arrangementsFor, checkForm, emptyForm, formFrom } from './unitForm';

describe('the unit form', () => {
  it.each([unit12(), unit24({ cables: { link: { areaMm2: 70, lengthM: 0.4 } }, makerLimits: { gateVolts: 12.5 } })])(
    'gives back the unit it was filled from',
    (unit) => {
      const before = { unit, yardId: 'lower', revision: 3, placements: [], visits: [] };
      const checked = checkForm(formFrom(before), before);
      expect(checked).toEqual({
        ok: true,
        draft: { yardId: 'lower', revision: 3, unit: JSON.parse(JSON.stringify(unit)) as unknown },
      });
    },
  );
  it('puts every problem beside its field', () => {
    const form = emptyForm('');
    form.batteries[1] = { ...form.batteries[1]!, ratingValue: 'nine', fitted: '2025-13-01' };
    const checked = checkForm(form, null);
    expect(checked.ok ? [] : Object.keys(checked.errors).sort()).toEqual([
      'batteries.1.fitted',
      'batteries.1.ratingValue',
      'id',
      'yardId',
    ]);
  });
  it('offers the arrangements that give the system volts', () => {
    expect(arrangementsFor('12')).toContain('1S4P');
    expect(arrangementsFor('24')).toEqual(['2S1P', '2S2P', '2S3P']);
  });
});
