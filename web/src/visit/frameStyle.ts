import styled from 'styled-components';

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
