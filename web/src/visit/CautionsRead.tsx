import { CAUTIONS, CAUTION_WORDS } from '@vaktman/core';
import styled from 'styled-components';
import { CheckBox } from '../control/CheckBox';
import { FieldGroup } from '../control/Field';

const Cautions = styled.ul`
  display: grid;
  gap: 0.55rem;
  li {
    display: grid;
    grid-template-columns: 12px 1fr;
    gap: 0.7rem;
    font-weight: 600;
    &::before {
      content: '';
      background: repeating-linear-gradient(135deg, var(--ink) 0 4px, transparent 4px 8px);
    }
  }
`;
const Wrong = styled.p`
  && {
    color: var(--failed);
    font-weight: 680;
  }
`;

/** The cautions of a visit, to be read and acknowledged once. */
export const CautionsRead = ({
  read,
  setRead,
  error,
}: {
  readonly read: boolean;
  readonly setRead: (read: boolean) => void;
  /** What is wrong, once it was tried to go on. */
  readonly error: string | undefined;
}) => (
  <FieldGroup title="Cautions for this visit">
    <Cautions>
      {CAUTIONS.map((caution) => (
        <li key={caution}>{CAUTION_WORDS[caution]}</li>
      ))}
    </Cautions>
    <CheckBox words="Read, and done" isSelected={read} onChange={setRead} isInvalid={error !== undefined} large />
    {error === undefined ? null : <Wrong role="alert">{error}</Wrong>}
  </FieldGroup>
);
