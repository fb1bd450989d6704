import { css } from 'styled-components';

/** Keys that stay in sight at the foot of the screen, whatever stands above them. */
export const inReach = css`
  position: sticky;
  bottom: 0;
  z-index: 2;
  padding-top: 0.6rem;
  padding-bottom: 0.6rem;
  background: var(--paper);
  @media print {
    position: static;
  }
`;
