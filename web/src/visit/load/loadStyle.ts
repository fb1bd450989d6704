import styled from 'styled-components';
import { inReach } from '../../control/inReach';
import { PHONE } from '../../theme/screen';

export const LoadSheet = styled.div`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  flex: 1;
  h2 {
    font-size: 2.2rem;
  }
  > p {
    font-size: 1.2rem;
  }
`;
export const LoadKeys = styled.div`
  display: grid;
  grid-template-columns: minmax(10rem, 1fr) 2.2fr;
  gap: 1rem;
  margin-top: auto;
  ${inReach}
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
/** What stands in the way of a load test. */
export const Stop = styled.div`
  border-left: 14px solid var(--failed);
  padding-left: 1.2rem;
  display: grid;
  gap: 0.8rem;
  h2 {
    font-size: 2.8rem;
  }
  p {
    font-size: 1.5rem;
    max-width: 42rem;
  }
`;
