import styled, { css } from 'styled-components';
import { PHONE } from '../theme/screen';

/** Fields and keys of one thing beside one another. */
export const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1.4fr) 6rem 9rem;
  gap: 0.8rem;
  align-items: start;
  /* Beside their fields, which have a label above them; what is wrong stands below and moves nothing. */
  > button,
  > p {
    margin-top: 1rem;
  }
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;
/** Why something was not done. */
export const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;
/** What is usual, in small beside what is typed. */
export const usualBeside = css`
  small {
    padding-bottom: 0.8rem;
    color: var(--ink-2);
    font-size: 0.95rem;
  }
`;
/** A limit or the head of a class in one line. */
export const LimitRow = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 26rem) minmax(0, 9rem) minmax(0, 18rem) auto;
  justify-content: start;
  gap: 0.8rem;
  align-items: start;
  ${usualBeside}
  /* Beside their fields, which have a label above them; what is wrong stands below and moves nothing. */
  > button {
    margin-top: 1.45rem;
  }
  > small {
    padding: 0;
    margin-top: 2.2rem;
  }
  ${PHONE} {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    justify-content: stretch;
    > button {
      margin-top: 0;
    }
    > :first-child,
    > :last-child {
      grid-column: 1 / -1;
    }
    span:empty {
      display: none;
    }
  }
`;
