import { figure, type BenchFrame } from '@vaktman/core';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Figure } from '../control/Figure';
import { QuietKey } from '../control/Key';
import type { Held } from './useBench';

const Panel = styled.div`
  border: 2px solid var(--ink);
  background: var(--raised);
  padding: 0.5rem 0.9rem 0.6rem;
  .value {
    font-size: 4.2rem;
    line-height: 1.05;
    text-align: right;
  }
  .row {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 0.8rem;
  }
  small {
    color: var(--ink-2);
    font-size: 0.92rem;
  }
`;

/** Digits of a hand meter change a few times a second; a hand could not read more. */
const DIGITS_MS = 250;

const voltsText = (volts: number): string => {
  const size = Math.abs(volts);
  const text = size.toFixed(size < 6 ? 3 : 2);
  return volts < 0 && Number(text) !== 0 ? `−${text}` : text;
};

/** The meter as one holds it: what it shows, and what it has held since it was last cleared. */
export const MeterPanel = ({
  frame,
  held,
  clearHeld,
  mode,
  setMode,
  zeroClamp,
}: {
  frame: BenchFrame | null;
  held: Held | null;
  clearHeld: () => void;
  mode: 'dc' | 'ac';
  setMode: (mode: 'dc' | 'ac') => void;
  zeroClamp: () => void;
}) => {
  const [shown, setShown] = useState<BenchFrame | null>(null);
  const latest = useRef<BenchFrame | null>(null);
  latest.current = frame;
  useEffect(() => {
    const timer = setInterval(() => setShown(latest.current), DIGITS_MS);
    return () => clearInterval(timer);
  }, []);
  return (
    <Panel role="group" aria-label="Meter">
      <div className="row">
        <small>{mode === 'dc' ? 'DC volts' : 'AC volts'}</small>
        <QuietKey onPress={() => setMode(mode === 'dc' ? 'ac' : 'dc')}>to {mode === 'dc' ? 'AC' : 'DC'}</QuietKey>
      </div>
      <p className="value" data-testid="meter">
        {shown?.meterVolts == null ? '- - -' : <Figure text={voltsText(shown.meterVolts)} unit="V" />}
      </p>
      <div className="row">
        <small>
          held:{' '}
          <Words>{held === null ? '–' : `${voltsText(held.lowest)} lowest, ${voltsText(held.highest)} highest`}</Words>
        </small>
        <QuietKey onPress={clearHeld}>Clear</QuietKey>
      </div>
      <div className="row">
        <QuietKey onPress={zeroClamp}>Zero clamp</QuietKey>
        <span style={{ fontSize: '1.7rem' }} data-testid="clamp">
          {shown?.clampAmps == null ? (
            '–'
          ) : (
            <Figure text={figure(shown.clampAmps, Math.abs(shown.clampAmps) < 100 ? 1 : 0)} unit="A" />
          )}
        </span>
        <small>engine</small>
        <span style={{ fontSize: '1.7rem' }}>
          <Figure text={String(Math.round(shown?.rpm ?? 0))} unit="rpm" />
        </span>
      </div>
    </Panel>
  );
};
