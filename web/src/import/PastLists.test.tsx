import { screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { PastLists } from './PastLists';

const server = standServer();
const IMPORT_ID = '019ab000-0000-7000-8000-0000000000aa';
const run = (undoneAt: string | null) => ({
  importId: IMPORT_ID,
  kind: 'batteries',
  fileName: 'register.csv',
  rowCount: 3,
  takenAt: '2026-11-20T08:00:00.000Z',
  undoneAt,
});

it('is not there while nothing was taken in', async () => {
  server.answers['GET /api/imports'] = { body: { imports: [] } };
  show(<PastLists />);
  await waitFor(() => expect(server.asked).toHaveLength(1));
  expect(screen.queryByRole('table')).toBeNull();
});
it('takes a list back, and says so in its line', async () => {
  let undone: string | null = null;
  server.answers['GET /api/imports'] = () => ({ body: { imports: [run(undone)] } });
  server.answers[`POST /api/imports/${IMPORT_ID}/undo`] = () => {
    undone = '2026-11-21T08:00:00.000Z';
    return { body: { kind: 'batteries' } };
  };
  const { user } = show(<PastLists />);
  const line = within(await screen.findByRole('row', { name: /register\.csv/ }));
  expect(line.getByText('3 batteries')).toBeTruthy();
  await user.click(line.getByRole('button', { name: 'Take back register.csv' }));
  expect(await screen.findByText(/^taken back 21 Nov/)).toBeTruthy();
});
it('says what hangs on a list that stays', async () => {
  server.answers['GET /api/imports'] = { body: { imports: [run(null)] } };
  server.answers[`POST /api/imports/${IMPORT_ID}/undo`] = {
    status: 409,
    body: {
      type: 'about:blank',
      title: 'The list stays: something hangs on what came with it.',
      status: 409,
      problems: [{ path: 'importId', message: 'moved or read since: BR-1001' }],
    },
  };
  const { user } = show(<PastLists />);
  await user.click(await screen.findByRole('button', { name: 'Take back register.csv' }));
  expect((await screen.findByRole('alert')).textContent).toBe('It stays. moved or read since: BR-1001');
});
