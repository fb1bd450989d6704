import { Timer, X } from 'lucide-react';
import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { clockRemoved, clockText, secondsLeft, type Clock } from '../clock/clockSlice';
import { useNow } from '../clock/useNow';
import { useAppDispatch, useAppSelector } from '../store';

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
const List = styled(Popover)`
  background: var(--paper);
  color: var(--ink);
  border: 2px solid var(--ink);
  min-width: 20rem;
  section {
    outline: none;
  }
  li {
    display: grid;
    grid-template-columns: 4.6rem 1fr 52px;
    align-items: center;
    gap: 0.6rem;
    min-height: 56px;
    padding-left: 0.9rem;
    border-top: 1px solid var(--rule);
  }
  li:first-child {
    border-top: 0;
  }
  a {
    font-weight: 640;
    padding: 0.8rem 0;
  }
`;
const Dismiss = styled(Button)`
  width: 52px;
  height: 56px;
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
`;

const sorted = (clocks: readonly Clock[], now: number): { clock: Clock; seconds: number }[] =>
  clocks.map((clock) => ({ clock, seconds: secondsLeft(clock, now) })).sort((a, b) => a.seconds - b.seconds);

/** Every wait of this device, also those of other units; the nearest one is always in sight. */
export const Clocks = () => {
  const dispatch = useAppDispatch();
  const clocks = useAppSelector((state) => state.clocks);
  const now = useNow(500, clocks.length > 0);
  const waits = sorted(clocks, now);
  const first = waits[0];
  if (first === undefined) return null;
  const ended = first.seconds === 0;
  return (
    <DialogTrigger>
      <Opener
        $ended={ended}
        aria-label={`Clocks: ${waits.map(({ clock, seconds }) => `${clock.name} ${seconds === 0 ? 'done' : clockText(seconds)}`).join(', ')}`}
      >
        <Timer size={22} aria-hidden="true" />
        <span className="figure">{ended ? 'done' : clockText(first.seconds)}</span>
        {waits.length > 1 ? <span>+{waits.length - 1}</span> : null}
      </Opener>
      <List placement="bottom end">
        <Dialog aria-label="Clocks">
          {({ close }) => (
            <ul>
              {waits.map(({ clock, seconds }) => (
                <li key={clock.id}>
                  <span className="figure">{seconds === 0 ? 'done' : clockText(seconds)}</span>
                  <Link
                    to={clock.path}
                    onClick={() => {
                      if (seconds === 0) dispatch(clockRemoved(clock.id));
                      close();
                    }}
                  >
                    {clock.name}
                  </Link>
                  <Dismiss
                    aria-label={`Remove the clock ${clock.name}`}
                    onPress={() => dispatch(clockRemoved(clock.id))}
                  >
                    <X aria-hidden="true" />
                  </Dismiss>
                </li>
              ))}
            </ul>
          )}
        </Dialog>
      </List>
    </DialogTrigger>
  );
};
