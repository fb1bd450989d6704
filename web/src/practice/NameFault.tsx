import {
  faultWords,
  nameableKinds,
  placesOf,
  pointName,
  type FaultKind,
  type NamedFault,
  type Unit,
  present,
} from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key, PrimaryKey, QuietKey } from '../control/Key';

const Panel = styled.div`
  display: grid;
  gap: 0.6rem;
  .stack {
    display: grid;
    gap: 0.4rem;
  }
  .named {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.6rem;
    button {
      padding: 0 0.5rem;
    }
  }
`;

/** Names what is wrong and where; more than one thing may be. */
export const NameFault = ({
  unit,
  named,
  add,
  takeBack,
  finish,
}: {
  unit: Unit;
  named: readonly NamedFault[];
  add: (fault: NamedFault) => void;
  takeBack: (fault: NamedFault) => void;
  finish: () => void;
}) => {
  const kinds = nameableKinds(unit);
  const [kind, setKind] = useState<FaultKind>('battery.weak');
  const places = placesOf(unit, kind);
  const [place, setPlace] = useState('');
  const at = places.includes(place) ? place : present(places[0]);
  return (
    <Panel role="group" aria-label="Name the fault">
      <div className="stack">
        <ChoiceField
          label="What is wrong"
          value={kind}
          onChange={(value) => setKind(kinds.find((known) => known === value) ?? 'battery.weak')}
          options={kinds.map((known) => [known, faultWords(known)] as const)}
        />
        <ChoiceField
          label="Where"
          value={at}
          onChange={setPlace}
          options={places.map((known) => [known, pointName(known)] as const)}
        />
      </div>
      {named.map((fault) => (
        <p key={`${fault.kind}@${fault.at}`} className="named">
          <strong>
            {faultWords(fault.kind)}, {pointName(fault.at)}
          </strong>
          <QuietKey
            aria-label={`Take back ${faultWords(fault.kind)}, ${pointName(fault.at)}`}
            onPress={() => takeBack(fault)}
          >
            Take back
          </QuietKey>
        </p>
      ))}
      <div className="pair">
        <Key onPress={() => add({ kind, at })}>Name it</Key>
        {named.length === 0 ? (
          <Key onPress={finish}>Nothing is wrong</Key>
        ) : (
          <PrimaryKey onPress={finish}>That is all</PrimaryKey>
        )}
      </div>
    </Panel>
  );
};
