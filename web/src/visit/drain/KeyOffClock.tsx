import { type UnitId, type VisitId, figure } from '@vaktman/core';
import styled from 'styled-components';
import { clockStarted, clockText, type Clock } from '../../clock/clockSlice';
import { useNow } from '../../clock/useNow';
import { Figure } from '../../control/Figure';
import { Key } from '../../control/Key';
import { SureKey } from '../../control/SureKey';
import { useAppDispatch, useAppSelector } from '../../store';

const Tape = styled.div`
  position: relative;
  height: 40px;
  border: 2px solid var(--ink);
  background: var(--raised);
  .gone {
    position: absolute;
    inset: 0 auto 0 0;
    background: var(--ink);
  }
  .counts {
    position: absolute;
    top: -6px;
    bottom: -6px;
    left: 50%;
    border-left: 4px solid var(--live);
  }
`;
const Legend = styled.p`
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  font-size: 1rem;
  color: var(--ink-2);
`;

const TAPE_MINUTES = 60;

/** The clock since the key was turned off; null before it was started. */
export const useKeyOff = (visitId: VisitId): { clock: Clock | null; minutes: number | null } => {
  const clock = useAppSelector((state) => state.clocks.find(({ id }) => id === `keyoff:${visitId}`)) ?? null;
  const now = useNow(1000, clock !== null);
  return { clock, minutes: clock === null ? null : Math.max(0, now - clock.startedMs) / 60_000 };
};

interface KeyOff {
  readonly visitId: VisitId;
  readonly unitId: UnitId;
  readonly path: string;
  readonly waitMinutes: number;
}

const useStart = ({ visitId, unitId, path, waitMinutes }: KeyOff): (() => void) => {
  const dispatch = useAppDispatch();
  return () =>
    void dispatch(
      clockStarted({
        id: `keyoff:${visitId}`,
        name: `${unitId}: key off, modules fall asleep`,
        path,
        startedMs: Date.now(),
        seconds: waitMinutes * 60,
      }),
    );
};
const gone = (minutes: number): string => clockText(Math.floor(minutes * 60));

/** How long the key has been off: modules fall asleep one after the other, and until then the amperes mean nothing. */
export const KeyOffClock = (keyOff: KeyOff) => {
  const { visitId, waitMinutes } = keyOff;
  const { minutes } = useKeyOff(visitId);
  const start = useStart(keyOff);
  if (minutes === null) return <Key onPress={start}>The key is off, doors shut: start the clock</Key>;
  return (
    <div>
      <p role="timer" aria-label="Key off for" style={{ fontSize: '4.4rem', lineHeight: 1 }}>
        <Figure text={gone(minutes)} />
      </p>
      <Tape aria-hidden="true">
        <span className="gone" style={{ width: `${Math.min(100, (100 * minutes) / TAPE_MINUTES)}%` }} />
        <span className="counts" style={{ left: `${(100 * waitMinutes) / TAPE_MINUTES}%` }} />
      </Tape>
      <Legend>
        <span>minutes since key off</span>
        <strong>from {figure(waitMinutes, 0)} min the figure counts</strong>
        <span>runs on when the page is closed</span>
      </Legend>
      <KeyWasOn {...keyOff} />
    </div>
  );
};

/** Starts the clock over, once it runs. */
export const KeyWasOn = (keyOff: KeyOff) => {
  const { minutes } = useKeyOff(keyOff.visitId);
  const start = useStart(keyOff);
  return minutes === null ? null : (
    <SureKey words="The key or a door was on" sureWords="Start its clock over" onPress={start} />
  );
};

/** The clock in one line. */
export const KeyOffLine = (keyOff: KeyOff) => {
  const { minutes } = useKeyOff(keyOff.visitId);
  const start = useStart(keyOff);
  return minutes === null ? (
    <Key onPress={start} style={{ fontSize: '1.05rem', padding: '0 0.7rem' }}>
      Key off, doors shut: start the clock
    </Key>
  ) : (
    <p role="timer" aria-label="Key off for" style={{ fontSize: '1.15rem' }}>
      Key off for <Figure text={gone(minutes)} />
      {minutes < keyOff.waitMinutes ? `, counts from ${figure(keyOff.waitMinutes, 0)} min` : ''}
    </p>
  );
};
