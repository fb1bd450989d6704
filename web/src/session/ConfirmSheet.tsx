import { useState } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { Key, PrimaryKey } from '../control/Key';
import { SecretField } from '../control/SecretField';
import { sheetGround, sheetPaper } from '../control/sheetStyle';
import { useOnce } from '../control/useOnce';
import { useAppDispatch, useAppSelector } from '../store';
import { answerPassphrase } from './confirming';
import { useConfirmMutation } from './signInApi';
import { useWaitSeconds } from './useWaitSeconds';

const Ground = styled(ModalOverlay)`
  ${sheetGround}
`;
const Sheet = styled(Modal)`
  ${sheetPaper}
  form {
    display: grid;
    gap: 1rem;
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 1rem;
`;

/** Asks for the passphrase once more before what could do much harm; what was asked for goes on with it. */
export const ConfirmSheet = () => {
  const dispatch = useAppDispatch();
  const name = useAppSelector(({ session }) => session.person?.name ?? '');
  const [confirm] = useConfirmMutation();
  const [passphrase, setPassphrase] = useState('');
  const wait = useWaitSeconds();
  const [pending, ask] = useOnce(async () => {
    const result = await confirm(passphrase);
    setPassphrase('');
    if (result.error === undefined) answerPassphrase(dispatch, true);
    else wait.refuse(result.error);
  });
  const leave = (): void => answerPassphrase(dispatch, false);
  return (
    <Ground isOpen isDismissable onOpenChange={(open) => (open ? undefined : leave())}>
      <Sheet>
        <Dialog>
          <Heading slot="title" level={2}>
            Your passphrase once more
          </Heading>
          <form
            noValidate
            onSubmit={(event) => {
              event.preventDefault();
              if (wait.left === 0) void ask();
            }}
          >
            <p>What you asked for cannot be taken back, or lets somebody in. It stands for five minutes.</p>
            <SecretField
              label={`Passphrase of ${name}`}
              value={passphrase}
              onChange={setPassphrase}
              error={wait.words === null ? undefined : `${wait.words}${wait.left > 0 ? ` Wait ${wait.left} s.` : ''}`}
            />
            <Keys>
              <Key onPress={leave}>Leave it</Key>
              <PrimaryKey type="submit" isPending={pending} isDisabled={wait.left > 0 || passphrase === ''}>
                Go on
              </PrimaryKey>
            </Keys>
          </form>
        </Dialog>
      </Sheet>
    </Ground>
  );
};
