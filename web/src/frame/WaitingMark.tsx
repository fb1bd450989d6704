import { CLOCK_TOLERANCE_MS } from '@vaktman/contract';
import { CloudOff, CloudUpload, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { momentText } from '../control/dates';
import { QuietKey } from '../control/Key';
import { useFoot } from '../control/useFoot';
import { useAppDispatch, useAppSelector } from '../store';
import { failureRead, type ToldFailure } from './failureSlice';

const Stack = styled.div`
  position: fixed;
  bottom: var(--foot-hold, 0px);
  left: 0;
  z-index: 20;
  display: grid;
  justify-items: start;
  max-width: 100%;
  @media print {
    display: none;
  }
`;
const Strip = styled.div<{ $grave: boolean }>`
  display: flex;
  align-items: center;
  gap: 0.5rem;
  padding: 0.4rem 0.9rem;
  font-size: 0.95rem;
  background: ${({ $grave }) => ($grave ? 'var(--failed)' : 'var(--shade)')};
  color: ${({ $grave }) => ($grave ? 'var(--paper)' : 'var(--ink)')};
  border: 1px solid var(--rule);
  border-bottom: 0;
  svg {
    flex: none;
  }
  a {
    color: inherit;
    font-weight: 680;
    padding: 0.6rem 0;
  }
`;

const HOUR_MS = 3_600_000;

/** How far off a clock is, in words. */
const offWords = (aheadMs: number): string => {
  const off = Math.abs(aheadMs);
  const [count, unit] =
    off >= 24 * HOUR_MS
      ? [off / (24 * HOUR_MS), 'day']
      : off >= HOUR_MS
        ? [off / HOUR_MS, 'hour']
        : [off / 60_000, 'minute'];
  const whole = Math.round(count);
  return `${whole} ${unit}${whole === 1 ? '' : 's'} ${aheadMs > 0 ? 'fast' : 'slow'}`;
};

const FAILURE_WORDS: Readonly<Record<ToldFailure['what'], string>> = {
  keep: 'It could not be kept on this device. What you typed is still on screen; free some storage and save it again.',
  remember: 'This device does not keep settings and clocks between pages.',
  act: 'It did not come about.',
};

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`;

/** What is not yet on the server, what it would not take, and what else failed; nothing when all is well. */
export const WaitingMark = () => {
  const dispatch = useAppDispatch();
  const { waiting, aside, reach, turnedAway, clockAheadMs } = useAppSelector((state) => state.outbox);
  const failure = useAppSelector((state) => state.failure);
  const { asOfMs } = useAppSelector((state) => state.shift);
  const foot = useFoot('--foot-mark');
  const clockOff = clockAheadMs !== null && Math.abs(clockAheadMs) > CLOCK_TOLERANCE_MS ? clockAheadMs : null;
  return (
    <Stack ref={foot}>
      {failure === null ? null : (
        <Strip $grave role="alert">
          <TriangleAlert size={18} aria-hidden="true" />
          {FAILURE_WORDS[failure.what]} ({failure.words})
          <QuietKey onPress={() => dispatch(failureRead())}>Read</QuietKey>
        </Strip>
      )}
      {aside === 0 ? null : (
        <Strip $grave role="status">
          <TriangleAlert size={18} aria-hidden="true" />
          <Link to="/waiting">The server did not take {aside === 1 ? '1 entry' : `${aside} entries`}: see why</Link>
        </Strip>
      )}
      {clockOff === null ? null : (
        <Strip $grave role="status" data-clock="off">
          <TriangleAlert size={18} aria-hidden="true" />
          The clock of this device is {offWords(clockOff)}. Set it right; until then the server puts readings in order.
        </Strip>
      )}
      {asOfMs === null ? null : (
        <Strip $grave={false} role="status">
          <CloudOff size={18} aria-hidden="true" />
          No server in reach. Shown as of {momentText(asOfMs)}.
        </Strip>
      )}
      {waiting === 0 ? null : (
        <Strip $grave={turnedAway !== null} role="status">
          {reach === 'offline' ? (
            <CloudOff size={18} aria-hidden="true" />
          ) : (
            <CloudUpload size={18} aria-hidden="true" />
          )}
          {counted(waiting, 'reading')} waiting
          {turnedAway !== null
            ? `. Kept here; the server says: ${turnedAway}`
            : reach === 'offline'
              ? ' for the server. Kept on this device.'
              : ''}
        </Strip>
      )}
    </Stack>
  );
};
