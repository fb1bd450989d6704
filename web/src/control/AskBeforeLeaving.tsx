import { useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { useBlocker } from 'react-router';
import styled from 'styled-components';
import { Key, PrimaryKey } from './Key';
import { sheetGround, sheetPaper } from './sheetStyle';
import { addForm, firstForm, onFormsChange, wouldLoseAny } from './unsavedForms';

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

/** Asks for all the forms of the page, within the application and out of it: a router takes one that holds it back. */
const LeaveSheet = () => {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => wouldLoseAny() && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    const hold = (event: BeforeUnloadEvent): void => {
      if (wouldLoseAny()) event.preventDefault();
    };
    window.addEventListener('beforeunload', hold);
    return () => window.removeEventListener('beforeunload', hold);
  }, []);
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

/** A filled form is not lost by a slip: leaving it asks. */
export const AskBeforeLeaving = ({ asks }: { asks: () => boolean }) => {
  const latest = useRef(asks);
  useLayoutEffect(() => {
    latest.current = asks;
  });
  const [own] = useState(() => ({ wouldLose: () => latest.current() }));
  useEffect(() => addForm(own), [own]);
  const first = useSyncExternalStore(onFormsChange, firstForm);
  return first === own ? <LeaveSheet /> : null;
};
