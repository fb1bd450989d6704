import styled from 'styled-components';
import { PHONE } from '../theme/screen';

/** A search line with what can be chosen or done beside it. */
export const SearchTools = styled.div`
  @media print {
    display: none;
  }
  display: flex;
  align-items: end;
  gap: 1rem;
  flex-wrap: wrap;
  label {
    display: block;
    font-size: 0.95rem;
    padding-bottom: 0.2rem;
    color: var(--ink-2);
  }
  input {
    font: inherit;
    font-size: 1.15rem;
    color: inherit;
    background: var(--raised);
    border: 1.6px solid var(--ink);
    min-height: 48px;
    width: min(24rem, 100%);
    padding: 0 0.8rem;
  }
  > a,
  > button {
    margin-left: auto;
    min-height: 56px;
  }
  ${PHONE} {
    > a,
    > button {
      margin-left: 0;
      width: 100%;
    }
  }
`;
