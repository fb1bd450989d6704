import { useCallback, useEffect, useState } from 'react';
import styled from 'styled-components';
import { Key } from '../control/Key';
import { useViewTitle } from '../frame/useViewTitle';
import { useAppSelector } from '../store';
import { AsideItem } from './AsideItem';
import { useOutbox } from './OutboxContext';
import type { Aside } from './outboxStore';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 5rem;
  display: grid;
  gap: 1.2rem;
  max-width: 60rem;
  h2 {
    font-size: 2rem;
  }
`;

/** What this device recorded and the server did not take. It is kept here until somebody settles it. */
export const AsideView = () => {
  useViewTitle('Not taken by the server');
  const outbox = useOutbox();
  const count = useAppSelector((state) => state.outbox.aside);
  const waiting = useAppSelector((state) => state.outbox.waiting);
  const [aside, setAside] = useState<readonly Aside[] | null>(null);
  const load = useCallback(() => void outbox.aside().then(setAside), [outbox]);
  useEffect(load, [load, count]);
  return (
    <>
      <Sheet>
        <h2>Not taken by the server</h2>
        <p>
          {aside?.length === 0
            ? 'Nothing: all that was recorded here is on the server, or on its way.'
            : 'Each entry is kept on this device with the reason. Everything else went on.'}
          {waiting > 0 ? ` ${waiting} more are on their way.` : ''}
        </p>
        <ul>
          {(aside ?? []).map((own) => (
            <AsideItem key={own.sequence} aside={own} changed={load} />
          ))}
        </ul>
        {aside === null || aside.length < 2 ? null : (
          <Key onPress={() => outbox.tryAgain(aside).then(load)}>Try all again</Key>
        )}
      </Sheet>
    </>
  );
};
