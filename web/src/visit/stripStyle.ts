import { TextField } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox } from '../control/fieldStyle';
import { inReach } from '../control/inReach';
import { PHONE } from '../theme/screen';

export const Sheet = styled.div`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  flex: 1;
  h2 {
    font-size: 2.5rem;
  }
  p {
    font-size: 1.3rem;
    max-width: 44rem;
  }
  ${PHONE} {
    h2 {
      font-size: 1.7rem;
    }
    p {
      font-size: 1.15rem;
    }
  }
`;
export const Time = styled.p`
  && {
    font-size: clamp(6rem, 17vw, 13rem);
    line-height: 1;
  }
`;
export const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 2fr;
  gap: 1rem;
  margin-top: auto;
  ${inReach}
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
export const Reason = styled(TextField)`
  display: grid;
  gap: 0.3rem;
  max-width: 40rem;
  textarea {
    ${fieldBox}
    min-height: 6rem;
    padding: 0.6rem;
  }
`;

export const Hours = styled.strong`
  white-space: nowrap;
`;
