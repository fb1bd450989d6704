import type { DebriefInput } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useUnitQuery, useWatchQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { ComboField } from '../control/ComboField';
import { narrowed } from '../control/narrowed';
import { FreeMachine, type Conditions } from './FreeMachine';

const Form = styled.div`
  display: grid;
  gap: 0.7rem;
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.7rem;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
`;

/** Any unit of the fleet with any fault hidden in it. */
export const FreePlay = ({ visit }: { visit: (input: DebriefInput) => Promise<void> }) => {
  const { data: watch, error: noWatch } = useWatchQuery();
  // The unit it begins with stays, whatever comes first on the watch meanwhile.
  const [chosen, setChosen] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const [conditions, setConditions] = useState<Conditions>({ ambient: '-4', charge: '94' });
  const { currentData: detail, error: noUnit } = useUnitQuery(chosen ?? '', { skip: chosen === null || chosen === '' });
  if (watch === undefined)
    return <p>{noWatch === undefined ? 'The units of the fleet are being fetched.' : failedWords(noWatch)}</p>;
  const [first] = watch.units;
  if (first === undefined) return <p>The fleet has no units yet. Add one, and play with it here.</p>;
  if (chosen === null) setChosen(first.unitId);
  const units = watch.units.map(({ unitId, description }) => [unitId, `${unitId}, ${description}`] as const);
  return (
    <Form>
      <ComboField
        label="Unit"
        hint="P-07, grader …"
        initial={`${first.unitId}, ${first.description}`}
        onChange={setChosen}
        search={setSearch}
        options={narrowed(units, search)}
      />
      {detail === undefined ? (
        <p role="status">
          {chosen === '' ? 'Choose a unit.' : noUnit === undefined ? 'The unit is being fetched.' : failedWords(noUnit)}
        </p>
      ) : (
        <FreeMachine
          key={detail.unit.id}
          unit={detail.unit}
          conditions={conditions}
          change={(changed) => setConditions((before) => ({ ...before, ...changed }))}
          visit={visit}
        />
      )}
    </Form>
  );
};
