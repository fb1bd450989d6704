import { screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import type { PartDraft } from '@vaktman/contract';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { PartForm } from './PartForm';

const server = standServer();
const form = (places: readonly string[], isNow: boolean) => {
  const save = vi.fn<(draft: PartDraft) => void>();
  return { save, ...show(<PartForm places={places} isNow={isNow} save={save} close={() => undefined} />) };
};
const keep = () => screen.getByRole('button', { name: /Keep it|It is fitted/ });

it('asks why the old one left, and for the day of one put in before', async () => {
  const { user, save } = form(['ALT1', 'starter'], false);
  await user.click(keep());
  expect(await screen.findByText(/say why the old one left/)).toBeTruthy();
  expect(screen.getByText(/the day it was put in/)).toBeTruthy();
  expect(save).not.toHaveBeenCalled();
});
it('takes the plate of one that goes in now, decimal comma and all', async () => {
  const { user, save } = form(['ALT1'], true);
  await user.type(screen.getByLabelText('Serial'), ' TV-9 ');
  await user.type(screen.getByLabelText(/Rating on the plate/), '142,5');
  await user.type(screen.getByLabelText('Why the one before left'), 'lost phase');
  await user.click(keep());
  await vi.waitFor(() => expect(save).toHaveBeenCalledOnce());
  expect(save.mock.calls[0]?.[0]).toMatchObject({
    place: 'ALT1',
    part: { serial: 'TV-9', ratedAmps: 142.5 },
    because: 'lost phase',
  });
});
it('says of a rating what it may be, and asks a starter for none', async () => {
  const alternator = form(['ALT1'], true);
  await alternator.user.type(screen.getByLabelText(/Rating on the plate/), 'much');
  await alternator.user.type(screen.getByLabelText('Why the one before left'), 'old');
  await alternator.user.click(keep());
  expect(await screen.findByText(/expected amps, such as 160/)).toBeTruthy();
  alternator.unmount();
  form(['starter'], true);
  expect(screen.queryByLabelText(/Rating on the plate/)).toBeNull();
});
it('offers what this shop has on record, and takes it over in one press', async () => {
  server.answers['GET /api/parts/known'] = {
    body: {
      parts: [
        { make: 'Torvik', type: 'TA-140', ratedAmps: 140 },
        { make: 'Osterud', type: 'S-4' },
      ],
    },
  };
  const { user, save } = form(['ALT1'], true);
  await user.click(await screen.findByRole('button', { name: 'Torvik TA-140 140 A' }));
  expect(screen.queryByRole('button', { name: /Osterud/ })).toBeNull();
  await user.type(screen.getByLabelText('Why the one before left'), 'lost phase');
  await user.click(keep());
  await vi.waitFor(() => expect(save).toHaveBeenCalledOnce());
  expect(save.mock.calls[0]?.[0].part).toEqual({ make: 'Torvik', type: 'TA-140', ratedAmps: 140 });
});
