import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { batteryDetail } from '../../test/batteries';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { BenchReadings } from './BenchReadings';

const server = standServer();
const READ = batteryDetail({
  bench: [
    {
      takenBy: 'I. Dahl',
      reading: { id: 'r1', step: 'battery.openCircuit', point: 'A', at: '2026-11-20T08:00:00+01:00', volts: 12.1 },
    },
  ],
});

it('tells what was read on the bench, and what it says by the method of the fleet', async () => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  show(<BenchReadings detail={READ} />);
  expect(await screen.findByText(/^12\.10 V is under the 12\.40 V/)).toBeTruthy();
  expect(screen.getByText('12.10 V')).toBeTruthy();
});
it('says nothing of it while the method is not known', async () => {
  server.answers['GET /api/fleet'] = { status: 500, body: { type: 'about:blank', title: 'Broken.', status: 500 } };
  show(<BenchReadings detail={READ} />);
  await expect.poll(() => server.asked.length).toBeGreaterThan(0);
  expect(screen.getByText('12.10 V')).toBeTruthy();
  expect(screen.getAllByRole('cell')[3]?.textContent).toBe('');
});
