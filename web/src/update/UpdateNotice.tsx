import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { registerSW } from 'virtual:pwa-register';
import styled from 'styled-components';
import { QuietKey } from '../control/Key';
import { useRunningHolds } from '../hold/holds';

const Strip = styled.div`
  position: fixed;
  bottom: calc(var(--foot-hold, 0px) + var(--foot-mark, 0px));
  right: 0;
  z-index: 19;
  display: flex;
  align-items: center;
  padding: 0 0.4rem 0 0.9rem;
  background: var(--shade);
  border: 1px solid var(--rule);
  @media print {
    display: none;
  }
`;

/** Views in which nothing is typed: there a new version may take over by itself. */
const QUIET_PLACES: ReadonlySet<string> = new Set(['/', '/units', '/batteries', '/method', '/practice']);

const isTyping = (): boolean => document.activeElement?.matches('input, textarea, [contenteditable]') === true;

/**
 * A new version of the application waits until nothing is being typed and nothing runs: it is offered, and taken by
 * itself once one comes to a view that only shows.
 */
export const UpdateNotice = () => {
  const [isReady, setReady] = useState(false);
  const update = useRef<((reload?: boolean) => Promise<void>) | null>(null);
  const arrived = useRef<string | null>(null);
  const { pathname } = useLocation();
  const isBusy = useRunningHolds().length > 0;
  useEffect(() => {
    update.current = registerSW({ immediate: true, onNeedRefresh: () => setReady(true) });
  }, []);
  useEffect(() => {
    const before = arrived.current;
    arrived.current = pathname;
    if (isReady && !isBusy && before !== null && before !== pathname && QUIET_PLACES.has(pathname) && !isTyping())
      void update.current?.(true);
  }, [isReady, isBusy, pathname]);
  if (!isReady || isBusy) return null;
  return (
    <Strip role="status">
      A new version is here.
      <QuietKey onPress={() => update.current?.(true)}>Load it now</QuietKey>
    </Strip>
  );
};
