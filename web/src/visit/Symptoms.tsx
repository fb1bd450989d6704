import { SYMPTOM_WORDS, SYMPTOMS, type Symptom } from '@vaktman/core';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { PHONE } from '../theme/screen';

const Keys = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
  ${PHONE} {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 6px;
  }
`;
const SymptomKey = styled(ToggleButton)`
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.8rem;
  align-items: center;
  min-height: 62px;
  padding: 0 0.9rem;
  font: inherit;
  font-size: 1.12rem;
  font-weight: 660;
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
  .tick {
    display: grid;
    place-items: center;
    width: 26px;
    height: 26px;
    border: 2px solid currentColor;
  }
  ${PHONE} {
    min-height: 56px;
    padding: 0 0.6rem;
    font-size: 1rem;
  }
`;

/** What was seen, heard or smelt: large keys, of which several may be true. */
export const Symptoms = ({
  chosen,
  choose,
}: {
  chosen: readonly Symptom[];
  choose: (symptoms: readonly Symptom[]) => void;
}) => (
  <Keys
    aria-label="What was seen, heard or smelt"
    selectionMode="multiple"
    selectedKeys={chosen}
    onSelectionChange={(keys) => choose(SYMPTOMS.filter((symptom) => keys.has(symptom)))}
  >
    {SYMPTOMS.map((symptom) => (
      <SymptomKey key={symptom} id={symptom}>
        {({ isSelected }) => (
          <>
            <span className="tick" aria-hidden="true">
              {isSelected ? '✓' : ''}
            </span>
            {SYMPTOM_WORDS[symptom]}
          </>
        )}
      </SymptomKey>
    ))}
  </Keys>
);
