import { css } from 'styled-components';
import { PHONE } from '../theme/screen';

/** Columns of the watch: mark, unit, kind, the cold axis, findings, the battery that fails first. */
export const watchColumns = css`
  display: grid;
  grid-template-columns: 7.2rem 4rem 7.6rem minmax(180px, 1.15fr) minmax(150px, 1fr) 5.4rem;
  gap: 0.7rem;
  h2 {
    grid-column: 1 / span 3;
  }
  .degrees {
    display: none;
  }
  @media (max-width: 1100px) {
    grid-template-columns: 7.2rem 4rem minmax(150px, 1fr) minmax(150px, 1fr) 5.4rem;
    .kind {
      display: none;
    }
    h2 {
      grid-column: 1 / span 2;
    }
  }
  ${PHONE} {
    grid-template-columns: 6.6rem 3.6rem 3.6rem 1fr;
    h2 {
      grid-column: 1 / -1;
    }
    .axis,
    .under {
      display: none;
    }
    .degrees {
      display: block;
    }
  }
`;
