import { screen, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { LongTable } from './LongTable';

interface Row {
  readonly id: string;
  readonly note: string;
}
const ROWS: readonly Row[] = Array.from({ length: 300 }, (_, index) => ({ id: `P-${index}`, note: `note ${index}` }));

const shown = (rows: readonly Row[]) =>
  show(
    <LongTable
      caption="Units"
      rows={rows}
      rowKey={({ id }) => id}
      columns={[
        { words: 'Unit', share: 1, text: ({ id }) => id, cell: ({ id }) => <a href={id}>{id}</a> },
        { words: 'Note', share: 1, cell: ({ note }) => note },
        { words: '', share: 1, cell: () => <button type="button">Edit</button> },
      ]}
      empty="None"
    />,
  );

it('copies all of its rows as a table, also those out of sight, without its keys', async () => {
  const { user } = shown(ROWS);
  const write = vi.spyOn(navigator.clipboard, 'writeText');
  await user.click(screen.getByRole('button', { name: 'Copy these 300 as a table' }));
  await waitFor(() => expect(screen.getByRole('status').textContent).toContain('Copied'));
  const lines = String(write.mock.calls[0]?.[0]).split('\n');
  expect([lines.length, lines[0], lines[300]]).toEqual([301, 'Unit\tNote', 'P-299\tnote 299']);
});
it('says so where the browser does not let the page copy', async () => {
  const { user } = shown(ROWS);
  vi.spyOn(navigator.clipboard, 'writeText').mockRejectedValueOnce(new DOMException('not allowed'));
  await user.click(screen.getByRole('button', { name: 'Copy these 300 as a table' }));
  await waitFor(() => expect(screen.getByRole('status').textContent).toContain('by hand'));
  Object.defineProperty(navigator, 'clipboard', { value: undefined, configurable: true });
  await user.click(screen.getByRole('button', { name: 'Copy these 300 as a table' }));
  expect(screen.getByRole('status').textContent).toContain('by hand');
});
it('says how many there are, and what it means when there is none', () => {
  shown([]);
  expect(screen.getByText('Units, 0')).toBeTruthy();
  expect(screen.getByText('None')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /Copy/ })).toBeNull();
});
