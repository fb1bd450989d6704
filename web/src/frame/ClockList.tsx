import { X } from 'lucide-react';
import type { RefObject } from 'react';
import { Button, Dialog, Popover } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { clockRemoved, clockSeen, clockText, type Clock } from '../clock/clockSlice';
import { useAppDispatch } from '../store';

export interface Wait {
  readonly clock: Clock;
  readonly seconds: number;
}

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

/** Every clock with the place it leads to. */
export const ClockList = ({
  waits,
  opener,
  isOpen,
  onOpenChange,
}: {
  waits: readonly Wait[];
  opener: RefObject<HTMLButtonElement | null>;
  isOpen: boolean;
  onOpenChange: (isOpen: boolean) => void;
}) => {
  const dispatch = useAppDispatch();
  return (
    <List placement="bottom end" triggerRef={opener} isOpen={isOpen} onOpenChange={onOpenChange}>
      <Dialog aria-label="Clocks">
        <ul>
          {waits.map(({ clock, seconds }) => (
            <li key={clock.id}>
              <span className="figure">{seconds === 0 ? 'done' : clockText(seconds)}</span>
              <Link
                to={clock.path}
                onClick={() => {
                  if (seconds === 0) dispatch(clockSeen(clock.id));
                  onOpenChange(false);
                }}
              >
                {clock.name}
              </Link>
              <Dismiss aria-label={`Remove the clock ${clock.name}`} onPress={() => dispatch(clockRemoved(clock.id))}>
                <X aria-hidden="true" />
              </Dismiss>
            </li>
          ))}
        </ul>
      </Dialog>
    </List>
  );
};
