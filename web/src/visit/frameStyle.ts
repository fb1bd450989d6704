import styled from 'styled-components';
import { PHONE } from '../theme/screen';

/** A caution in place, beside the hazard hatch. */
export const Hazard = styled.p`
  display: grid;
  grid-template-columns: 12px 1fr;
  gap: 0.7rem;
  font-weight: 640;
  font-size: 1rem;
  line-height: 1.25;
  border-top: 2px solid var(--ink);
  padding-top: 0.6rem;
  &::before {
    content: '';
    background: repeating-linear-gradient(135deg, var(--ink) 0 4px, transparent 4px 8px);
  }
`;
/** The column a step is worked in. */
export const Work = styled.section`
  display: flex;
  flex-direction: column;
  min-width: 0;
`;
/**
 * What is asked and what it is for at the left, the keypad at the right. On a phone both stand in the sheet itself, so that the
 * keypad stays in reach all the way down.
 */
export const EntrySheet = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 26rem);
  gap: 2rem;
  h2 {
    font-size: 2.4rem;
  }
  p {
    font-size: 1.2rem;
    margin-top: 0.5rem;
  }
  ${PHONE} {
    display: contents;
    > div {
      display: contents;
    }
    > div > * {
      margin-bottom: 0.4rem;
    }
    h2 {
      font-size: 1.7rem;
    }
    p {
      font-size: 1.1rem;
      margin-top: 0;
    }
  }
`;
