import { partsOf, present, type NamedFault } from '@vaktman/core';
import { memo, useMemo, useState } from 'react';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';
import { Words } from '../control/Words';
import { NARROW, PHONE } from '../theme/screen';
import { BatteryTools } from './BatteryTools';
import type { Exercise } from './benchExercise';
import { NameFault } from './NameFault';
import type { BenchHands } from './useBenchRun';

const Lower = styled.div`
  display: grid;
  grid-area: lower;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.6rem 1.4rem;
  h2:not(:first-child) {
    margin-top: 0.9rem;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Notebook = styled.ol`
  max-height: 10rem;
  overflow: auto;
  li {
    border-top: 1px solid var(--rule);
    padding: 0.2rem 0;
  }
`;
const TwoKeys = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.5rem;
  margin-top: 0.4rem;
  button {
    padding: 0 0.5rem;
  }
  ${NARROW} {
    grid-template-columns: 1fr;
  }
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;

/** Under the machine: the notebook and the tools, what to repair, and what was found to be wrong. */
export const BenchLower = memo(function BenchLower({
  unit,
  notes,
  named,
  hands,
}: {
  readonly unit: Exercise['unit'];
  readonly notes: readonly string[];
  readonly named: readonly NamedFault[];
  readonly hands: BenchHands;
}) {
  const parts = useMemo(() => partsOf(unit), [unit]);
  const [part, setPart] = useState(0);
  return (
    <Lower>
      <div>
        <h2>Notebook</h2>
        {notes.length === 0 ? <p>What you read, you note here yourself.</p> : null}
        <Notebook aria-label="Notebook" tabIndex={0}>
          {notes.map((text, index) => (
            <li key={`${index} ${text}`}>
              <Words>{text}</Words>
            </li>
          ))}
        </Notebook>
        <TwoKeys>
          <Key onPress={hands.note}>Note it</Key>
          <Key stays onPress={hands.waitTenMinutes}>
            Wait 10 min
          </Key>
        </TwoKeys>
        <h2>Tools</h2>
        <BatteryTools unit={unit} use={hands.useTool} />
      </div>
      <div>
        <h2>Repair</h2>
        <ChoiceField
          label="Part or joint"
          value={String(part)}
          onChange={(value) => setPart(Number(value))}
          options={parts.map(({ words }, index) => [String(index), words] as const)}
        />
        <Key stays onPress={() => hands.mend(present(parts[part]))} style={{ width: '100%', marginTop: '0.5rem' }}>
          Do it
        </Key>
      </div>
      <div>
        <h2>Name the fault</h2>
        <NameFault unit={unit} named={named} add={hands.name} takeBack={hands.takeBack} finish={hands.finish} />
      </div>
    </Lower>
  );
});
