import { css } from 'styled-components';

/** A box with a tick in it and words beside it: what is on, or done. */
export const tickStyle = css`
  display: flex;
  align-items: center;
  gap: 0.8rem;
  min-height: 48px;
  font-weight: 620;
  cursor: pointer;
  .box {
    width: 30px;
    height: 30px;
    flex: none;
    border: 2px solid var(--ink);
    display: grid;
    place-items: center;
  }
  &[data-selected] .box {
    background: var(--live);
    color: var(--on-live);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
`;
