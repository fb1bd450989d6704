import { unitDetailSchema } from '@vaktman/contract';
import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { unitDetailOf } from '../../test/units';
import { ReaderContext } from '../control/ReaderContext';
import { UnitCardLines } from './UnitCardLines';

it('tells hours and distance in the unit of the reader, and a note as it was typed', () => {
  const card = { engineHours: 8374, odometerKm: 160_934, metersOn: '2026-11-18', note: 'Route of 12 km.' };
  const detail = unitDetailSchema.parse({ ...unitDetailOf('P-07'), card });
  show(
    <ReaderContext value={{ temperature: 'F', distance: 'mi', area: 'awg', decimal: ',' }}>
      <UnitCardLines detail={detail} history={undefined} />
    </ReaderContext>,
  );
  expect(screen.getByText('8374 h, 100 000 mi on 18 Nov 2026')).toBeTruthy();
  expect(screen.getByText('Route of 12 km.')).toBeTruthy();
});
