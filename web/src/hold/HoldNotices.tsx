import { useEffect, useRef } from 'react';
import { Link, useLocation } from 'react-router';
import styled from 'styled-components';
import { playRelease, playTick } from '../clock/tone';
import { useNow } from '../clock/useNow';
import { useWakeLock } from '../clock/useWakeLock';
import { useFoot } from '../control/useFoot';
import { useLater } from '../control/useLater';
import { useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { heldSoFar, useCallOff, useRunningHolds, type RunningHold } from './holds';
import { releaseWord } from './releaseWord';

const Strip = styled(Link)`
  position: fixed;
  bottom: 0;
  left: 0;
  right: 0;
  z-index: 30;
  display: flex;
  align-items: baseline;
  gap: 1.2rem;
  min-height: 64px;
  padding: 0.4rem 1.5rem;
  background: var(--live);
  color: var(--on-live);
  text-decoration: none;
  font-weight: 700;
  font-size: 1.4rem;
  .figure {
    font-size: 2.4rem;
    min-width: 2ch;
    text-align: right;
  }
  ${PHONE} {
    font-size: 1.1rem;
    padding: 0.4rem 0.9rem;
  }
  @media print {
    display: none;
  }
`;
const loadOrder = async () => (await import('./ReleaseOrder')).ReleaseOrder;

const what = ({ hold, unitId }: RunningHold): string =>
  hold.kind === 'load' ? `${unitId}, battery ${hold.position} under load` : `${unitId} is cranked`;

const sounded = (path: string, gone: number): string => `${path} ${gone}`;

/** Ticks before the fifteen seconds are over, and the tone at their end, wherever one is looking. */
const useTones = (holds: readonly RunningHold[], now: number): void => {
  const sound = useAppSelector((state) => state.settings.sound);
  const last = useRef(new Set<string>());
  useEffect(() => {
    const here = new Set<string>();
    for (const { path, hold } of holds) {
      const { gone, left } = heldSoFar(hold, now);
      const name = sounded(path, Math.min(gone, gone + left));
      here.add(name);
      if (!sound || last.current.has(name)) continue;
      if (left === 0 && !last.current.has(`${path} over`)) playRelease();
      else if (left > 0 && left <= 3) playTick();
      if (left === 0) here.add(`${path} over`);
    }
    for (const { path, hold } of holds) if (heldSoFar(hold, now).left === 0) here.add(`${path} over`);
    last.current = here;
  }, [holds, now, sound]);
};

/** A load or crank that is on is seen from every screen: its seconds at the foot, and the order to end it over all else. */
export const HoldNotices = () => {
  const holds = useRunningHolds();
  const now = useNow(200, holds.length > 0);
  const callOff = useCallOff();
  const { pathname } = useLocation();
  const ReleaseOrder = useLater(loadOrder);
  const foot = useFoot('--foot-hold');
  useTones(holds, now);
  useWakeLock(holds.length > 0);
  const elsewhere = holds.filter(({ path, hold }) => hold.kind === 'crank' || decodeURIComponent(pathname) !== path);
  const over = elsewhere.find(({ hold }) => heldSoFar(hold, now).left === 0);
  const first = elsewhere[0];
  return (
    <>
      {first === undefined || (over !== undefined && ReleaseOrder !== null) ? null : (
        <Strip ref={foot} to={first.path} role="timer" aria-label={what(first)}>
          <span className="figure">{heldSoFar(first.hold, now).left}</span>
          <span>
            {over === undefined ? 's to go' : releaseWord(over.hold.kind)}: {what(first)}
            {elsewhere.length > 1 ? `, and ${elsewhere.length - 1} more` : ''}
          </span>
        </Strip>
      )}
      {over === undefined || ReleaseOrder === null ? null : (
        <ReleaseOrder
          kind={over.hold.kind}
          what={what(over)}
          seconds={heldSoFar(over.hold, now).gone}
          onOff={() => callOff(over, Date.now())}
        />
      )}
    </>
  );
};
