import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { standServer } from '../../../test/standServer';
import { unitOf } from '../../../test/units';
import { visitPage } from '../../../test/visitPage';

const server = standServer();
const EARLIER = '01932a00-0000-7000-8000-000000000001';
const known = (position: string) => ({
  body: { firstMilliohms: [{ position, visitId: EARLIER, milliohms: 4.1 }] },
});
const readAt = async (position: string) => {
  server.answers = { 'GET /api/units/T-1S2P/history': known('B') };
  return visitPage({ at: `battery.milliohm/${position}`, unit: unitOf('1S2P') });
};

describe('a milliohm meter at a battery that was read before', () => {
  it('says what it had then, and keeps it with what it has now', async () => {
    const { user, read } = await readAt('B');
    expect((await screen.findAllByText('It had 4.10 mΩ when it was first read.')).length).toBeGreaterThan(0);
    await user.keyboard('6.3{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ milliohms: 6.3, firstMilliohms: 4.1 });
    expect(await screen.findByText(/1\.5 times the 4\.10 mΩ it had when it was first read/)).toBeTruthy();
  });
  it('keeps nothing of another battery', async () => {
    const { user, read } = await readAt('A');
    await waitFor(() => expect(server.asked.map(({ path }) => path)).toContain('/api/units/T-1S2P/history'));
    await user.keyboard('6.3{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).not.toHaveProperty('firstMilliohms');
  });
});
