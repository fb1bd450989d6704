import styled from 'styled-components';
import { PHONE } from '../theme/screen';
import { fieldBox, opensList } from './fieldStyle';

/** A choice as it looks closed, whether its list has come yet or not. */
export const ChoiceBox = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.2rem;
  align-content: start;
  .label {
    font-size: 0.95rem;
    padding: 0;
    color: var(--ink-2);
  }
  .box {
    ${fieldBox}
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
    gap: 0.5rem;
    text-align: left;
    cursor: pointer;
  }
  .box[data-invalid] {
    border: 3px solid var(--failed);
  }
  .box::after {
    ${opensList}
    margin: 0 0.1rem 5px;
  }
  .words {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  &.bare {
    gap: 0;
    align-content: center;
    .label {
      font-size: 0.82rem;
    }
    .box {
      border: 0;
      background: none;
      min-height: 0;
      padding: 0;
      font-weight: 680;
      font-size: 1.1rem;
      max-width: 11rem;
    }
    ${PHONE} {
      .label {
        display: none;
      }
      .box {
        max-width: 7rem;
        min-height: 48px;
      }
    }
  }
`;
