import { UserRound } from 'lucide-react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { switchAsked } from './sessionSlice';

const Who = styled(Button)`
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 60px;
  min-width: 52px;
  max-width: 15rem;
  padding: 0 1rem;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  svg {
    flex: none;
  }
  span {
    display: grid;
    min-width: 0;
    line-height: 1.15;
  }
  small {
    font-size: 0.82rem;
    color: var(--ink-2);
  }
  b {
    font-weight: 680;
    font-size: 1.1rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  &[data-hovered] {
    background: var(--shade);
  }
  ${PHONE} {
    padding: 0;
    justify-content: center;
    span {
      display: none;
    }
  }
`;

/** Who is working at this device; a press lets somebody else go on. Without a name it is not there. */
export const WhoKey = () => {
  const dispatch = useAppDispatch();
  const person = useAppSelector(({ session }) => session.person);
  if (person === null) return null;
  return (
    <Who aria-label={`Working here: ${person.name}`} onPress={() => dispatch(switchAsked(true))}>
      <UserRound size={22} aria-hidden="true" />
      <span>
        <small>Working here</small> <b>{person.name}</b>
      </span>
    </Who>
  );
};
