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

/** How long the key has been off: modules fall asleep one after the other, and until then the amperes mean nothing. */
export const KeyOffClock = ({
  visitId,
  unitId,
  path,
  waitMinutes,
}: {
  readonly visitId: VisitId;
  readonly unitId: UnitId;
  readonly path: string;
  readonly waitMinutes: number;
}) => {
  const dispatch = useAppDispatch();
  const { minutes } = useKeyOff(visitId);
  const start = (): void =>
    void dispatch(
      clockStarted({
        id: `keyoff:${visitId}`,
        name: `${unitId}: key off, modules fall asleep`,
        path,
        startedMs: Date.now(),
        seconds: waitMinutes * 60,
      }),
    );
  if (minutes === null) return <Key onPress={start}>The key is off, doors shut: start the clock</Key>;
  return (
    <div>
      <p role="timer" aria-label="Key off for" style={{ fontSize: '4.4rem', lineHeight: 1 }}>
        <Figure text={clockText(Math.floor(minutes * 60))} />
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
      <SureKey words="The key or a door was on" sureWords="Start its clock over" onPress={start} />
    </div>
  );
};
