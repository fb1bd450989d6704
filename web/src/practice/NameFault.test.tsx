import { screen, waitFor } from '@testing-library/react';
import type { NamedFault } from '@vaktman/core';
import { useState } from 'react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { unitOf } from '../../test/units';
import { NameFault } from './NameFault';

const Page = ({ tell }: { tell: (finished: readonly NamedFault[]) => void }) => {
  const [named, setNamed] = useState<readonly NamedFault[]>([]);
  return (
    <NameFault
      unit={unitOf('1S2P')}
      named={named}
      add={(fault) => setNamed((before) => [...before, fault])}
      takeBack={(fault) => setNamed((before) => before.filter((own) => own !== fault))}
      finish={() => tell(named)}
    />
  );
};
const page = () => {
  const told: (readonly NamedFault[])[] = [];
  return { ...show(<Page tell={(named) => told.push(named)} />, { as: 'trainee' }), told };
};

it('names what is wrong and where, and takes back what was named by mistake', async () => {
  const { user, told } = page();
  await user.click(screen.getByRole('button', { name: 'Name it' }));
  expect(await screen.findByText('weak battery, battery A')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Take back weak battery, battery A' }));
  await waitFor(() => expect(screen.queryByText('weak battery, battery A')).toBeNull());
  await user.click(screen.getByRole('button', { name: 'Name it' }));
  await user.click(await screen.findByRole('button', { name: 'That is all' }));
  expect(told).toEqual([[{ kind: 'battery.weak', at: 'A' }]]);
});
it('lets a machine be sound', async () => {
  const { user, told } = page();
  await user.click(screen.getByRole('button', { name: 'Nothing is wrong' }));
  expect(told).toEqual([[]]);
});
