import type { InstrumentRow } from '@vaktman/contract';
import { checkState } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useInstrumentsQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { todayText } from '../control/dates';
import { Key, QuietKey } from '../control/Key';
import { Mark } from '../control/Mark';
import { Scroll, Table } from '../control/tableStyle';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { instrumentChosen } from '../settings/settingsSlice';
import { useMay } from '../session/useMay';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { checkWords } from './checkWords';
import { InstrumentForm } from './InstrumentForm';
import { KIND_WORDS } from './instrumentForm';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 1.2rem;
  max-width: 76rem;
  h2 {
    font-size: 2rem;
  }
  td button {
    min-height: 48px;
  }
  ${PHONE} {
    padding: 1rem 0.9rem 3rem;
    thead {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: 1fr 1fr;
      border-bottom: 1px solid var(--rule);
      padding: 0.3rem 0;
    }
    td {
      border: 0;
      padding: 0.15rem 0;
      white-space: normal;
    }
  }
`;

const Row = ({ row, edit }: { readonly row: InstrumentRow; readonly edit: (() => void) | undefined }) => {
  const dispatch = useAppDispatch();
  const { instrument, retired } = row;
  const { name, kind, scaleMvPerA, range, error } = instrument;
  const isUsed = useAppSelector((state) => state.settings.instruments[kind]) === name;
  const check = checkState(instrument, todayText());
  return (
    <tr>
      <td>
        <strong>{name}</strong>
        <br />
        {KIND_WORDS[kind]}
      </td>
      <td>
        {[scaleMvPerA === undefined ? '' : `${scaleMvPerA} mV per A`, range, error]
          .filter((told) => told !== undefined && told !== '')
          .join(', ') || '–'}
      </td>
      <td className="words">
        {check.kind === 'overdue' || check.kind === 'never' ? (
          <Mark kind="notyet" word={checkWords(check)} />
        ) : (
          checkWords(check)
        )}
      </td>
      <td>
        {retired ? (
          'no longer used'
        ) : isUsed ? (
          <QuietKey onPress={() => dispatch(instrumentChosen({ kind, name: null }))}>In use here: put it away</QuietKey>
        ) : (
          <QuietKey aria-label={`Use it here: ${name}`} onPress={() => dispatch(instrumentChosen({ kind, name }))}>
            Use it here
          </QuietKey>
        )}
      </td>
      {edit === undefined ? null : (
        <td>
          <QuietKey aria-label={`Change ${name}`} onPress={edit}>
            Change
          </QuietKey>
        </td>
      )}
    </tr>
  );
};

/** What the shop reads with, what this device reads with, and whose check is overdue. */
export const InstrumentsView = () => {
  const { data: rows, isError, error, refetch } = useInstrumentsQuery();
  const [editing, setEditing] = useState<string | null>(null);
  const changes = useMay('technician');
  useViewTitle('Instruments');
  if (rows === undefined) {
    if (!isError) return <Loading />;
    return (
      <Failed title="The instruments could not be loaded" words={failedWords(error)} again={() => void refetch()} />
    );
  }
  const edited = rows.find(({ instrumentId }) => instrumentId === editing) ?? null;
  return (
    <Sheet>
      <h2>Instruments</h2>
      <p>
        Choose once what is used at this device: every reading keeps it. A clamp with a scale can be typed in
        millivolts.
      </p>
      {editing !== null ? (
        <InstrumentForm key={editing} row={edited} close={() => setEditing(null)} />
      ) : changes ? (
        <div>
          <Key onPress={() => setEditing('')}>Add an instrument</Key>
        </div>
      ) : null}
      {rows.length === 0 ? <p>None on record yet.</p> : null}
      <Scroll>
        <Table>
          <thead>
            <tr>
              <th scope="col">Instrument</th>
              <th scope="col">Scale, range, error</th>
              <th scope="col">Check</th>
              <th scope="col">At this device</th>
              {changes ? <th scope="col">On record</th> : null}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Row key={row.instrumentId} row={row} edit={changes ? () => setEditing(row.instrumentId) : undefined} />
            ))}
          </tbody>
        </Table>
      </Scroll>
    </Sheet>
  );
};
