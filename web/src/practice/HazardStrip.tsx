import styled from 'styled-components';

const Strip = styled.p`
  display: flex;
  align-items: center;
  justify-content: center;
  min-height: 26px;
  font-weight: 720;
  letter-spacing: 0.04em;
  color: #101416;
  background: repeating-linear-gradient(135deg, #ffc61a 0 18px, #e6eae5 18px 36px);
  position: sticky;
  top: 0;
  z-index: 6;
  span {
    background: #ffc61a;
    padding: 0 0.9rem;
  }
`;

/** Says at the top of every practice view that nothing of it is real. */
export const HazardStrip = () => (
  <Strip role="note">
    <span>Practice: a simulated machine. Nothing here is a record.</span>
  </Strip>
);
