import { screen, waitFor } from '@testing-library/react';
import { simulateVisit } from '@vaktman/core';
import { scenarioOf } from '@vaktman/core/test/machineFixture';
import { beforeEach, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { unitOf } from '../../test/units';
import { ImportView } from './ImportView';

const server = standServer();
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  server.answers['GET /api/imports'] = { body: { imports: [] } };
});
const choose = async (as: 'technician' | 'lead', text: string) => {
  const { user, container } = show(<ImportView />, { as });
  const input = container.querySelector<HTMLInputElement>('input[type=file]');
  const upload = async (own: string): Promise<void> => {
    // The simulated page's files cannot be read as text.
    const file = Object.assign(new File([own], 'visit.json', { type: 'application/json' }), {
      text: () => Promise.resolve(own),
    });
    await user.upload(input!, file);
  };
  await upload(text);
  return { user, upload };
};
const visit = () => JSON.stringify(simulateVisit(scenarioOf({ ...unitOf('1S2P'), id: 'P-07' }, -4)));

it('lets a technician look at a visit file, and says who takes it in', async () => {
  await choose('technician', visit());
  expect(await screen.findByText(/^P-07, Plough truck:/)).toBeTruthy();
  expect(screen.getByText('A lead takes it in.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take it in' })).toBeNull();
  expect(screen.queryByRole('link', { name: /from a list/ })).toBeNull();
  expect(screen.getByRole('link', { name: /^A crank from an oscilloscope/ })).toBeTruthy();
});
it('lets a lead take it in, and lists too', async () => {
  await choose('lead', visit());
  expect(await screen.findByRole('button', { name: 'Take it in' })).toBeTruthy();
  expect(screen.getByRole('link', { name: /^Units from a list/ })).toBeTruthy();
});
it('names every place of a file that is not as described', async () => {
  await choose('lead', '{"format":"vaktman-visit"}');
  expect((await screen.findByRole('alert')).textContent).toMatch(/not as described. Nothing was taken in./);
  expect(screen.queryByRole('button', { name: 'Take it in' })).toBeNull();
});
it('takes in a file that was put right under its name as another, without what was wrong with the one before', async () => {
  const imports: (string | undefined)[] = [];
  server.answers['POST /api/imports/visits'] = ({ query }) => {
    imports.push(query['importId']);
    return { status: 422, body: { type: 'about:blank', title: 'Nothing was taken in.', status: 422 } };
  };
  const { user, upload } = await choose('lead', visit());
  await user.click(await screen.findByRole('button', { name: 'Take it in' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Nothing was taken in.');
  await upload(JSON.stringify({ ...(JSON.parse(visit()) as object), repairs: [] }));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  await user.click(await screen.findByRole('button', { name: 'Take it in' }));
  await waitFor(() => expect(imports).toHaveLength(2));
  expect(imports[1]).not.toBe(imports[0]);
});
