import { Link } from 'react-router';
import styled from 'styled-components';
import { PHONE } from '../theme/screen';

/** The way out at the end of the title block. */
export const EndLink = styled(Link)`
  display: flex;
  align-items: center;
  padding: 0 1.5rem;
  background: var(--shade);
  font-weight: 680;
  font-size: 1.1rem;
  text-decoration: none;
  white-space: nowrap;
  &:hover {
    text-decoration: underline;
  }
  ${PHONE} {
    padding: 0 0.7rem;
    font-size: 1rem;
    line-height: 1.1;
    white-space: normal;
  }
`;
