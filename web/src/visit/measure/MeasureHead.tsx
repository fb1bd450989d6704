import styled from 'styled-components';
import { PHONE } from '../../theme/screen';

/** The name of the measurement, above what it reads. */
export const MeasureHead = styled.h2`
  font-size: 1.9rem;
  margin-bottom: 0.6rem;
  ${PHONE} {
    font-size: 1.6rem;
  }
`;
