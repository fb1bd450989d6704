import { useMemo, useRef, useState } from 'react';
import { Timer } from 'lucide-react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { clockText, listed, secondsLeft, type Clock } from '../clock/clockSlice';
import { useNow } from '../clock/useNow';
import { useLater } from '../control/useLater';
import { useAppSelector } from '../store';
import type { Wait } from './ClockList';

const Opener = styled(Button)<{ $ended: boolean }>`
  display: flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 60px;
  padding: 0 0.8rem;
  border: 0;
  font: inherit;
  font-weight: 680;
  cursor: pointer;
  background: ${({ $ended }) => ($ended ? 'var(--live)' : 'none')};
  color: ${({ $ended }) => ($ended ? 'var(--on-live)' : 'inherit')};
`;
const loadList = async () => (await import('./ClockList')).ClockList;

const sorted = (clocks: readonly Clock[], now: number): Wait[] =>
  clocks.map((clock) => ({ clock, seconds: secondsLeft(clock, now) })).sort((a, b) => a.seconds - b.seconds);

/** Every wait of this device, also those of other units; the nearest one is always in sight. */
export const Clocks = () => {
  const all = useAppSelector((state) => state.clocks);
  const clocks = useMemo(() => listed(all), [all]);
  const now = useNow(500, clocks.length > 0);
  const ClockList = useLater(loadList);
  const [isOpen, setOpen] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  const waits = sorted(clocks, now);
  const first = waits[0];
  if (first === undefined) return null;
  const ended = first.seconds === 0;
  return (
    <>
      <Opener
        ref={opener}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onPress={() => setOpen(!isOpen)}
        $ended={ended}
        aria-label={`Clocks: ${waits.map(({ clock, seconds }) => `${clock.name} ${seconds === 0 ? 'done' : clockText(seconds)}`).join(', ')}`}
      >
        <Timer size={22} aria-hidden="true" />
        <span className="figure">{ended ? 'done' : clockText(first.seconds)}</span>
        {waits.length > 1 ? <span>+{waits.length - 1}</span> : null}
      </Opener>
      {ClockList === null ? null : <ClockList waits={waits} opener={opener} isOpen={isOpen} onOpenChange={setOpen} />}
    </>
  );
};
