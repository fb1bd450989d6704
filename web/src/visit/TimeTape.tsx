import { HOLD_SECONDS } from '@vaktman/core';
import styled from 'styled-components';

const Tape = styled.ol`
  display: grid;
  grid-template-columns: repeat(${HOLD_SECONDS}, 1fr);
  border: 2px solid currentColor;
  border-right-width: 8px;
`;
const Cell = styled.li<{ $done: boolean; $now: boolean }>`
  display: grid;
  place-items: center;
  height: 46px;
  border-left: 1px solid currentColor;
  font-family: 'B612 Mono', monospace;
  letter-spacing: -0.06em;
  font-size: ${({ $now }) => ($now ? '1.5rem' : '1.1rem')};
  font-weight: ${({ $now }) => ($now ? 700 : 400)};
  background: ${({ $done }) => ($done ? 'var(--live)' : 'transparent')};
  color: ${({ $done }) => ($done ? 'var(--on-live)' : 'inherit')};
  &:first-child {
    border-left: 0;
  }
`;

/** Fifteen cells of one second up to the stop bar. */
export const TimeTape = ({ secondsGone }: { secondsGone: number }) => (
  <Tape aria-hidden="true">
    {Array.from({ length: HOLD_SECONDS }, (_, index) => (
      <Cell key={index} $done={index < secondsGone} $now={index + 1 === Math.min(HOLD_SECONDS, secondsGone)}>
        {index + 1}
      </Cell>
    ))}
  </Tape>
);
