import { Popover } from 'react-aria-components';
import styled from 'styled-components';

/** The list that drops from a choice: lines a finger high, the chosen one ticked. */
export const ListPopover = styled(Popover)`
  min-width: var(--trigger-width);
  max-width: min(34rem, 94vw);
  background: var(--paper);
  color: var(--ink);
  border: 2px solid var(--ink);
  overflow: auto;
  [role='listbox'] {
    outline: none;
  }
  [role='option'] {
    display: grid;
    grid-template-columns: 1.4rem minmax(0, 1fr);
    align-items: center;
    min-height: 48px;
    padding: 0 1rem 0 0.7rem;
    font-size: 1.15rem;
    font-weight: 600;
    cursor: pointer;
    outline: none;
    border-top: 1px solid var(--rule);
  }
  [role='option']:first-child {
    border-top: 0;
  }
  [role='option'][data-focused] {
    background: var(--shade);
    box-shadow: inset 4px 0 0 var(--ink);
  }
  @media (pointer: coarse) {
    [role='option'] {
      min-height: 56px;
    }
  }
`;
