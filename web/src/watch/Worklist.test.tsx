import { EMPTY_WATCH_ROW, type WatchRow } from '@vaktman/contract';
import { screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { watchLines, watchUnits } from './watchFilter';
import { Worklist } from './Worklist';

const row = (unitId: string, part: Partial<WatchRow>): WatchRow => ({
  ...EMPTY_WATCH_ROW,
  actions: [],
  unitId,
  yardId: 'lower',
  description: 'Plough truck',
  systemVolts: 12,
  arrangement: '1S4P',
  findingCount: 0,
  disposition: 'ready',
  ...part,
});
const nights = new Map([['lower', { date: '2026-12-02', lowestC: -19 }]]);
const FILTER = { search: '', standing: null, yardId: null, cold: null, sort: 'need', done: false } as const;

it('has every unit with a box for each thing to do, and what helps one that will not start over the night', () => {
  const units = watchUnits(
    {
      units: [
        row('P-03', { cold: [-30, -28, -25], dueOn: '2027-02-01' }),
        row('P-07', { cold: [-15, -12, -8], dueOn: '2026-12-01', disposition: 'hold' }),
      ],
    },
    nights,
    false,
  );
  const lines = watchLines(units, [{ yardId: 'lower', name: 'Lower Yard', endedAt: null }], FILTER);
  show(<Worklist lines={lines} night="on Wednesday night" today="2026-11-27" />);
  const [, , ...rows] = screen.getAllByRole('row');
  expect(rows.map((own) => own.querySelector('strong')?.textContent)).toEqual(['P-07', 'P-03']);
  const stuck = within(rows[0]!);
  expect(stuck.getByText('will not')).toBeTruthy();
  expect(stuck.getByText(/For the night: park it inside, or plug its heater in/)).toBeTruthy();
  // The year stands only where it is not this one.
  expect(stuck.getByText('1 Dec')).toBeTruthy();
  expect(within(rows[1]!).getByText('1 Feb 2027')).toBeTruthy();
  expect(within(rows[1]!).queryByText(/For the night/)).toBeNull();
});
