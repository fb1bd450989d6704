import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { PHONE } from '../theme/screen';
import { inReach } from './inReach';

export const Panel = styled.div`
  display: grid;
  gap: 8px;
  align-content: start;
  /* On a phone its parts stand in the sheet itself, so that the key to save stays in sight all the way down. */
  ${PHONE} {
    display: contents;
    > * {
      margin-bottom: 8px;
    }
  }
`;
export const Foot = styled.div`
  display: grid;
  ${inReach}
`;
export const Fields = styled.div<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 8px;
`;
export const Display = styled.button<{ $active: boolean; $narrow: boolean }>`
  display: grid;
  grid-template-columns: ${({ $narrow }) => ($narrow ? '1fr' : '1fr auto 2.2rem')};
  align-items: baseline;
  gap: 0.5rem;
  width: 100%;
  min-height: 64px;
  padding: ${({ $narrow }) => ($narrow ? '0.15rem 0.4rem' : '0.3rem 0.9rem')};
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
  background: var(--raised);
  border: ${({ $active }) => ($active ? '3px solid var(--live)' : '1.6px solid var(--rule)')};
  .label {
    font-size: 0.98rem;
    color: var(--ink-2);
  }
  .figure {
    font-size: ${({ $active, $narrow }) => ($narrow ? '1.5rem' : $active ? '2.9rem' : '2rem')};
    line-height: 1.15;
  }
  .unit {
    font-size: 1.2rem;
  }
  .caret {
    color: var(--live);
    visibility: ${({ $active }) => ($active ? 'visible' : 'hidden')};
  }
`;
export const Keys = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
`;
export const Digit = styled(Button)`
  min-height: 64px;
  font-family: 'B612 Mono', monospace;
  font-weight: 700;
  font-size: 1.9rem;
  color: var(--ink);
  background: var(--raised);
  border: 1.4px solid var(--ink);
  border-radius: 0;
  cursor: pointer;
  touch-action: manipulation;
  display: grid;
  place-items: center;
  &[data-hovered] {
    background: var(--shade);
  }
  &[data-pressed] {
    background: var(--rule);
  }
`;
export const Notice = styled.p`
  padding: 0.5rem 0.8rem;
  font-weight: 600;
  border-left: 8px solid var(--failed);
  background: var(--shade);
`;
