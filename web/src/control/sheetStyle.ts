import { css } from 'styled-components';

/** What a sheet over the screen lies on. */
export const sheetGround = css`
  position: fixed;
  inset: 0;
  z-index: 40;
  display: grid;
  place-items: center;
  background: rgb(17 23 27 / 0.55);
`;

/** A sheet over the screen. */
export const sheetPaper = css`
  width: min(40rem, 94vw);
  max-height: 94dvh;
  overflow: auto;
  background: var(--paper);
  color: var(--ink);
  border: 3px solid var(--ink);
  padding: 1.4rem;
  section {
    display: grid;
    gap: 1rem;
    outline: none;
  }
  h2 {
    font-size: 1.8rem;
  }
`;
