import { css } from 'styled-components';
import { PHONE } from '../theme/screen';

/**
 * Columns of the watch, two questions beside each other: whether it starts (mark, unit, the cold axis), and how it left
 * its visit (mark, what there is to say, when it is due).
 */
export const watchColumns = css`
  display: grid;
  grid-template-columns: 7.2rem 10.2rem minmax(170px, 1.1fr) 9.2rem minmax(120px, 1fr) 5.2rem;
  gap: 0 0.7rem;
  .left {
    border-left: 2px solid var(--ink);
    padding-left: 0.7rem;
    align-self: stretch;
    display: flex;
    align-items: center;
  }
  .due {
    text-align: right;
    white-space: nowrap;
  }
  .degrees {
    display: none;
  }
  @media (max-width: 1100px) {
    grid-template-columns: 7.2rem 8rem minmax(110px, 1fr) 9.2rem minmax(80px, 0.9fr) 4.8rem;
    .kind {
      display: none;
    }
  }
  ${PHONE} {
    grid-template-columns: 7.7rem minmax(0, 1fr) 7.6rem;
    gap: 0 0.4rem;
    .left {
      border-left: 0;
      padding-left: 0;
      justify-content: end;
    }
    .axis,
    .due,
    .what {
      display: none;
    }
    .degrees {
      display: inline;
    }
  }
`;
