import { useEffect } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { useBlocker } from 'react-router';
import styled from 'styled-components';
import { Key, PrimaryKey } from './Key';
import { sheetGround, sheetPaper } from './sheetStyle';

const Ground = styled(ModalOverlay)`
  ${sheetGround}
`;
const Sheet = styled(Modal)`
  ${sheetPaper}
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 1rem;
`;

/** A filled form is not lost by a slip: leaving it asks, within the application and out of it. */
export const AskBeforeLeaving = ({ asks }: { asks: () => boolean }) => {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => asks() && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    const hold = (event: BeforeUnloadEvent): void => {
      if (asks()) event.preventDefault();
    };
    window.addEventListener('beforeunload', hold);
    return () => window.removeEventListener('beforeunload', hold);
  }, [asks]);
  if (blocker.state !== 'blocked') return null;
  return (
    <Ground isOpen isDismissable onOpenChange={(open) => (open ? undefined : blocker.reset())}>
      <Sheet>
        <Dialog role="alertdialog">
          <Heading slot="title" level={2}>
            Leave without saving?
          </Heading>
          <p>What you typed here is not kept.</p>
          <Keys>
            <Key onPress={() => blocker.proceed()}>Leave</Key>
            <PrimaryKey autoFocus onPress={() => blocker.reset()}>
              Stay and save
            </PrimaryKey>
          </Keys>
        </Dialog>
      </Sheet>
    </Ground>
  );
};
