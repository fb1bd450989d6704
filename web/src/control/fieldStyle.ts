import { css } from 'styled-components';

export const fieldBox = css`
  font: inherit;
  font-size: 1.15rem;
  font-weight: 600;
  color: inherit;
  background: var(--raised);
  border: 1.6px solid var(--ink);
  border-radius: 0;
  min-height: 48px;
  width: 100%;
  min-width: 0;
  padding: 0 0.7rem;
  &[data-invalid],
  &[aria-invalid='true'] {
    border: 3px solid var(--failed);
  }
`;

export const fieldErrorStyle = css`
  color: var(--failed);
  font-weight: 650;
  font-size: 0.95rem;
`;

/** The angle that tells of a list below a box; of what stands after it. */
export const opensList = css`
  content: '';
  width: 11px;
  height: 11px;
  border: solid currentColor;
  border-width: 0 2.4px 2.4px 0;
  transform: rotate(45deg);
`;
