import { Button } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { PHONE } from '../theme/screen';
import { inReach } from './inReach';

/** Its parts stand in the sheet itself, so that what is in reach stays in sight all the way down. */
export const Panel = styled.div`
  display: contents;
  > * {
    margin-bottom: 8px;
  }
`;
/** Digits and the key that saves, in reach of the thumb whatever stands above: nobody scrolls between two numbers. */
export const Reach = styled.div<{ $isTall: boolean }>`
  display: grid;
  gap: 8px;
  ${inReach}
  /* So much of a low screen would cover what is read. */
  @media (max-height: 600px) {
    ${({ $isTall }) => ($isTall ? 'position: static;' : '')}
  }
`;
export const Foot = styled.div`
  display: grid;
  padding-top: 0.3rem;
  @media (max-height: 700px) {
    padding-top: 0;
    > button {
      min-height: 64px;
    }
  }
`;
const pairs = css`
  gap: 6px;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  > button {
    min-height: 52px;
    grid-template-columns: 1fr auto;
    gap: 0 0.4rem;
    padding: 0.1rem 0.5rem;
  }
  && .label {
    grid-column: 1 / -1;
    font-size: 0.9rem;
  }
  && .figure {
    font-size: 1.6rem;
  }
  && .unit {
    font-size: 1rem;
  }
`;
/** What stands above the numbers is much: where the screen is low too, they make room for it. */
const LOW = '@media (max-height: 820px)';
/** Numbers under or beside one another; on a phone several stand in pairs: the room is for what they are. */
export const Fields = styled.div<{ $columns: number; $inPairs: 'phone' | 'low' | 'never' }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 8px;
  ${PHONE} {
    > button {
      min-height: 52px;
    }
    ${({ $inPairs }) => ($inPairs === 'never' ? '' : pairs)}
  }
  ${LOW} {
    ${({ $inPairs }) => ($inPairs === 'low' ? pairs : '')}
  }
`;
export const Display = styled.button<{ $active: boolean; $narrow: boolean }>`
  display: grid;
  grid-template-columns: ${({ $narrow }) => ($narrow ? '1fr' : '1fr auto 2.2rem')};
  align-items: baseline;
  gap: 0.5rem;
  width: 100%;
  min-height: 64px;
  /* Scrolled to, it stands over the keys. */
  scroll-margin: 72px 0 min(24rem, 50dvh);
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
  @media (max-height: 700px) {
    ${({ $narrow }) => ($narrow ? 'min-height: 48px; gap: 0;' : '')}
    .label {
      line-height: 1.1;
    }
  }
  .caret {
    color: var(--live);
    visibility: ${({ $active }) => ($active ? 'visible' : 'hidden')};
  }
`;
/** Rows of three; the last of four where there is a sign. */
export const Keys = styled.div<{ $signed: boolean }>`
  display: grid;
  grid-template-columns: repeat(12, 1fr);
  gap: 8px;
  > * {
    grid-column: span 4;
  }
  > :nth-child(n + 10) {
    grid-column: span ${({ $signed }) => ($signed ? 3 : 4)};
  }
`;
export const Digit = styled(Button)`
  min-height: clamp(52px, 7dvh, 64px);
  ${PHONE} {
    min-height: 54px;
  }
  @media (max-height: 700px) {
    min-height: 48px;
  }
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
