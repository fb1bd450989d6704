import { CircleHelp } from 'lucide-react';
import { lazy, useEffect, useState } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { Part } from '../control/Part';

const HelpSheet = lazy(() => import('./HelpSheet'));

const Ask = styled(Button)`
  width: 52px;
  min-height: 60px;
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  display: grid;
  place-items: center;
  &[data-hovered] {
    background: var(--shade);
  }
`;

/** The key that opens settings, keys and words; the question mark of a keyboard does too, where nothing is typed. */
export const Help = () => {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      const target = event.target instanceof Element ? event.target : null;
      if (event.key === '?' && target?.closest('input, textarea, [role=dialog], [role=listbox]') == null) setOpen(true);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  return (
    <>
      <Ask aria-label="Settings, keys and words" onPress={() => setOpen(true)}>
        <CircleHelp aria-hidden="true" />
      </Ask>
      {isOpen ? (
        <Part what="Settings, keys and words">
          <HelpSheet close={() => setOpen(false)} />
        </Part>
      ) : null}
    </>
  );
};
