import { Delete } from 'lucide-react';
import { useEffect, useEffectEvent, useState } from 'react';
import styled from 'styled-components';
import { Key } from '../control/Key';
import { PHONE } from '../theme/screen';

const DIGITS = 6;
const Pad = styled.section`
  display: grid;
  gap: 0.9rem;
  align-content: start;
  header {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 1rem;
  }
  h2 {
    font-size: 2rem;
    white-space: nowrap;
  }
  header span {
    font-size: 1.2rem;
    color: var(--ink-2);
  }
`;
const Boxes = styled.div`
  display: grid;
  grid-template-columns: repeat(${DIGITS}, 1fr);
  gap: 8px;
  span {
    display: grid;
    place-items: center;
    height: 72px;
    border: 2px solid var(--ink);
    font-size: 2.2rem;
    line-height: 1;
  }
  span[data-next] {
    border-width: 4px;
  }
  span[data-later] {
    border: 1px solid var(--rule);
  }
  ${PHONE} {
    gap: 6px;
    span {
      height: 52px;
    }
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
  > button {
    min-height: 104px;
    padding: 0;
    font-size: 2.9rem;
    font-weight: 760;
    border-width: 1px;
  }
  > button[data-word] {
    font-size: 1.25rem;
    background: var(--shade);
  }
  ${PHONE} {
    gap: 6px;
    > button {
      min-height: 74px;
      font-size: 2.4rem;
    }
  }
`;

/**
 * Six boxes and the digits, large enough for gloves; a keyboard types them too. What is typed opens at the sixth digit and
 * is emptied whatever comes of it.
 */
export const PinPad = ({
  name,
  isWaiting,
  open,
  children,
}: {
  /** Whose PIN it is. */
  readonly name: string;
  /** Nothing can be typed: it is being looked at, or one has to wait. */
  readonly isWaiting: boolean;
  readonly open: (pin: string) => void;
  readonly children?: React.ReactNode;
}) => {
  const [typed, setTyped] = useState('');
  const add = (digit: string): void => {
    if (isWaiting) return;
    const next = typed + digit;
    setTyped(next.length === DIGITS ? '' : next);
    if (next.length === DIGITS) open(next);
  };
  const back = (): void => setTyped(typed.slice(0, -1));
  const press = useEffectEvent((event: KeyboardEvent): void => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return;
    if (/^\d$/.test(event.key)) add(event.key);
    else if (event.key === 'Backspace') back();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => press(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  return (
    <Pad aria-label={`PIN of ${name}`}>
      <header>
        <h2>PIN</h2>
        <span>{name}</span>
      </header>
      <Boxes role="img" aria-label={`${typed.length} of ${DIGITS} digits typed`}>
        {Array.from({ length: DIGITS }, (_, index) => (
          <span
            key={index}
            {...(index === typed.length ? { 'data-next': true } : {})}
            {...(index > typed.length ? { 'data-later': true } : {})}
          >
            {index < typed.length ? '●' : ''}
          </span>
        ))}
      </Boxes>
      <Keys>
        {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((digit) => (
          <Key key={digit} isDisabled={isWaiting} onPress={() => add(digit)}>
            {digit}
          </Key>
        ))}
        <Key data-word isDisabled={isWaiting} onPress={() => setTyped('')}>
          Clear
        </Key>
        <Key isDisabled={isWaiting} onPress={() => add('0')}>
          0
        </Key>
        <Key data-word aria-label="Take back the last digit" isDisabled={isWaiting} onPress={back}>
          <Delete size={34} aria-hidden="true" />
        </Key>
      </Keys>
      {children}
    </Pad>
  );
};
