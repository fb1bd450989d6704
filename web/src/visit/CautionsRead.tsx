import { CAUTIONS, CAUTION_WORDS } from '@vaktman/core';
import { Checkbox } from 'react-aria-components';
import styled from 'styled-components';
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
const Acknowledge = styled(Checkbox)`
  display: flex;
  align-items: center;
  gap: 0.9rem;
  min-height: 64px;
  margin-top: 0.8rem;
  font-size: 1.25rem;
  font-weight: 680;
  cursor: pointer;
  .box {
    width: 34px;
    height: 34px;
    flex: none;
    border: 3px solid var(--ink);
    display: grid;
    place-items: center;
  }
  &[data-selected] .box {
    background: var(--live);
    color: var(--on-live);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
  &[data-invalid] .box {
    border-color: var(--failed);
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
  asked,
}: {
  readonly read: boolean;
  readonly setRead: (read: boolean) => void;
  /** It was tried to go on. */
  readonly asked: boolean;
}) => (
  <FieldGroup title="Cautions for this visit">
    <Cautions>
      {CAUTIONS.map((caution) => (
        <li key={caution}>{CAUTION_WORDS[caution]}</li>
      ))}
    </Cautions>
    <Acknowledge isSelected={read} onChange={setRead} isInvalid={asked && !read}>
      {({ isSelected }) => (
        <>
          <span className="box" aria-hidden="true">
            {isSelected ? '✓' : ''}
          </span>
          Read, and done
        </>
      )}
    </Acknowledge>
    {asked && !read ? <Wrong role="alert">Acknowledge the cautions to go on.</Wrong> : null}
  </FieldGroup>
);
