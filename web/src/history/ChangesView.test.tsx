import { screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { ChangesView } from './ChangesView';

const server = standServer();
const entry = (entryId: number, part: object) => ({
  entryId,
  at: '2026-11-20T08:00:00.000Z',
  person: 'K. Moen',
  device: '',
  thing: 'unit',
  thingId: 'P-07',
  called: '',
  unitId: 'P-07',
  verb: 'changed',
  before: {},
  after: {},
  ...part,
});

it('says who changed what, from what to what, and what nobody put a name to', async () => {
  server.answers['GET /api/changes/kept'] = {
    body: {
      entries: [
        entry(3, { before: { yard_id: 'lower' }, after: { yard_id: 'summit' } }),
        entry(2, {
          thing: 'battery',
          thingId: 'b-1',
          called: 'KJ-1',
          person: '',
          verb: 'added',
          after: { position: 'A' },
        }),
        entry(1, { thing: 'yard', thingId: 'y', unitId: null, before: { ended_at: 'x' } }),
      ],
      next: null,
    },
  };
  show(<ChangesView />, { at: '/changes?unitId=P-07' });
  expect(await screen.findByRole('heading', { name: 'What was changed at P-07' })).toBeTruthy();
  const [unit, battery, yard] = screen.getAllByRole('listitem');
  expect(unit?.textContent).toContain('P-07 changed by K. Moen');
  expect(within(unit!).getByText('lower').tagName).toBe('DEL');
  expect(unit?.textContent).toContain('lower summit');
  expect(battery?.textContent).toContain('Battery KJ-1 added, P-07, nobody was named');
  expect(yard?.textContent).toContain('taken away');
  expect(screen.queryByRole('button', { name: 'Show earlier ones' })).toBeNull();
});
it('goes on to earlier ones, after those that are shown', async () => {
  let page = 0;
  server.answers['GET /api/changes/kept'] = () => {
    page += 1;
    return page === 1
      ? { body: { entries: [entry(9, { after: { description: 'ninth' } })], next: 9 } }
      : { body: { entries: [entry(4, { after: { description: 'fourth' } })], next: null } };
  };
  const { user } = show(<ChangesView />);
  await user.click(await screen.findByRole('button', { name: 'Show earlier ones' }));
  expect(await screen.findByText('fourth')).toBeTruthy();
  expect(screen.getByText('ninth')).toBeTruthy();
});
it('says so while nothing was changed, and that the server does not answer', async () => {
  server.answers['GET /api/changes/kept'] = { body: { entries: [], next: null } };
  const first = show(<ChangesView />);
  expect(await screen.findByText(/Nothing was changed yet/)).toBeTruthy();
  first.unmount();
  server.stop();
  show(<ChangesView />);
  expect((await screen.findByRole('alert')).textContent).toContain('The server does not answer.');
});
it('says where earlier ones do not come, and keeps what is shown', async () => {
  server.answers['GET /api/changes/kept'] = ({ query }) =>
    query['before'] === undefined
      ? { body: { entries: [entry(9, { after: { description: 'ninth' } })], next: 9 } }
      : { status: 500, body: { type: 'about:blank', title: 'Broken.', status: 500 } };
  const { user } = show(<ChangesView />);
  await user.click(await screen.findByRole('button', { name: 'Show earlier ones' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Broken.');
  expect(screen.getAllByRole('listitem')).toHaveLength(1);
});
