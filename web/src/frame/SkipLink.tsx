import styled from 'styled-components';

const Skip = styled.a`
  position: fixed;
  top: 0;
  left: 0;
  z-index: 60;
  padding: 0.9rem 1.2rem;
  background: var(--ink);
  color: var(--paper);
  font-weight: 680;
  &:not(:focus) {
    transform: translateY(-120%);
  }
  @media print {
    display: none;
  }
`;

/** First stop of the keyboard: past the bar, to what the view is about. */
export const SkipLink = () => (
  <Skip
    href="#main"
    onClick={(event) => {
      event.preventDefault();
      const main = document.querySelector('main');
      if (main === null) return;
      main.tabIndex = -1;
      main.focus();
    }}
  >
    To the sheet
  </Skip>
);
