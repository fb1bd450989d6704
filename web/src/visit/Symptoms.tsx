import {
  pointName,
  stepTitle,
  SYMPTOM_WORDS,
  symptomPlaces,
  SYMPTOMS,
  type Symptom,
  type Unit,
  present,
} from '@vaktman/core';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';

const Part = styled.section`
  display: grid;
  gap: 0.6rem;
  grid-column: 1 / -1;
  h3 {
    font-size: 1.2rem;
  }
`;
const Keys = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10.5rem, 1fr));
  gap: 8px;
`;
const SymptomKey = styled(ToggleButton)`
  min-height: 60px;
  padding: 0 0.7rem;
  font: inherit;
  font-weight: 640;
  text-align: left;
  color: var(--ink);
  background: var(--raised);
  border: 1.6px solid var(--ink);
  border-radius: 0;
  cursor: pointer;
  touch-action: manipulation;
  &[data-selected] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-hovered]:not([data-selected]) {
    background: var(--shade);
  }
`;
const MOST_SHOWN = 6;

/** What was seen, heard or smelt, several at once, and what is read first because of it. */
export const Symptoms = ({
  unit,
  chosen,
  choose,
}: {
  unit: Unit;
  chosen: readonly Symptom[];
  choose: (symptoms: readonly Symptom[]) => void;
}) => {
  const first = symptomPlaces(unit, chosen);
  return (
    <Part>
      <h3>What was seen, heard or smelt</h3>
      <Keys
        aria-label="What was seen, heard or smelt"
        selectionMode="multiple"
        selectedKeys={chosen}
        onSelectionChange={(keys) => choose(SYMPTOMS.filter((symptom) => keys.has(symptom)))}
      >
        {SYMPTOMS.map((symptom) => (
          <SymptomKey key={symptom} id={symptom}>
            {SYMPTOM_WORDS[symptom]}
          </SymptomKey>
        ))}
      </Keys>
      {first.length === 0 ? null : (
        <p aria-live="polite">
          Read first:{' '}
          {first
            .slice(0, MOST_SHOWN)
            .map(({ step, point }) => `${stepTitle(step).toLowerCase()}, ${pointName(point)}`)
            .join('; ')}
          {first.length > MOST_SHOWN ? `; and ${first.length - MOST_SHOWN} more` : ''}. {present(first[0]).because} Then
          the rest of the visit, in its order.
        </p>
      )}
    </Part>
  );
};
