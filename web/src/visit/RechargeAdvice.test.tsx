import { screen } from '@testing-library/react';
import { limitBook, type Battery, type UnitId } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { OPEN_VISIT, unitOf } from '../../test/units';
import { readText } from '../../test/readText';
import { RechargeAdvice } from './RechargeAdvice';

const [battery] = unitOf('1S1P').bank.batteries;
const advice = (chargePercent: number | null, celsius: number, profile: 'pile' | 'rested' = 'pile') =>
  show(
    <RechargeAdvice
      battery={battery as Battery}
      chargePercent={chargePercent}
      limits={limitBook(profile, 12)}
      celsius={celsius}
      unitId={'T-1S1P' as UnitId}
      visitId={OPEN_VISIT.visitId}
    />,
  );

describe('how long a battery charges', () => {
  it('is told with the rest the method asks for after it', () => {
    advice(50, 10);
    expect(screen.getByText(/^About 3\.0 h of charge, then 4 h of rest\./)).toBeTruthy();
  });
  it('is told with a whole day of rest by the method that asks for one', () => {
    advice(50, 10, 'rested');
    expect(screen.getByText(/then 24 h of rest\./)).toBeTruthy();
  });
  it('is not told of one that was not read, which may be flat: in frost it is warmed first', () => {
    advice(null, 10).unmount();
    advice(null, -12);
    expect(readText(screen.getByText(/how full it is was not read, and a flat one/))).toMatch(
      /freezes at −9 °C\. Bring it inside/,
    );
    expect(screen.queryByLabelText('Charger')).toBeNull();
  });
});
