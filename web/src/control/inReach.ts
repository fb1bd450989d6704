import { css } from 'styled-components';
import { PHONE } from '../theme/screen';

/** Keys that stay in sight at the foot of the screen, whatever stands above them. */
export const inReach = css`
  position: sticky;
  /* What runs, and on a phone what waits, stands below them. */
  bottom: var(--foot-hold, 0px);
  z-index: 2;
  ${PHONE} {
    bottom: calc(var(--foot-hold, 0px) + var(--foot-mark, 0px));
  }
  padding-top: 0.6rem;
  padding-bottom: 0.6rem;
  background: var(--paper);
  /* Magnified, or on a phone laid down, they would cover what they belong to. */
  @media print, (max-height: 520px) {
    position: static;
  }
`;
