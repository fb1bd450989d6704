import styled from 'styled-components';
import { NARROW, PHONE } from '../theme/screen';

/** A sheet with its story on the left and what to do on the right; one below the other on a phone. */
export const SideSheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 1.2rem 2rem;
  padding: 1.2rem 1.5rem 2rem;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 300px;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    padding: 0.9rem 0.9rem 3rem;
  }
  @media print {
    display: block;
    padding: 0;
  }
`;
