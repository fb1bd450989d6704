import type { Person } from '@vaktman/contract';
import { useState } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { dayText } from '../control/dates';
import { COPY_REFUSED, copyText } from '../control/copyText';
import { Key, PrimaryKey } from '../control/Key';
import { sheetGround, sheetPaper } from '../control/sheetStyle';
import { usePersonLinkMutation, useUnlockPersonMutation } from '../session/signInApi';

const Ground = styled(ModalOverlay)`
  ${sheetGround}
`;
const Sheet = styled(Modal)`
  ${sheetPaper}
  section {
    gap: 1rem;
  }
  code {
    display: block;
    padding: 0.9rem;
    background: var(--shade);
    overflow-wrap: anywhere;
    user-select: all;
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 1rem;
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** What lets somebody in: a link to choose passphrase and PIN by, once; and another try after wrong ones. */
const LinkSheet = ({ person, close }: { readonly person: Person; readonly close: () => void }) => {
  const [makeLink] = usePersonLinkMutation();
  const [unlock] = useUnlockPersonMutation();
  const [made, setMade] = useState<{ readonly address: string; readonly endsAt: string } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    setFailure(null);
    const result = await makeLink(person.personId);
    if (result.error !== undefined) return setFailure(problemText(result.error));
    setMade({ address: new URL(result.data.path, window.location.origin).href, endsAt: result.data.endsAt });
  };
  const copy = async (): Promise<void> => {
    setSaid((await copyText(made?.address ?? '')) ? 'Copied.' : COPY_REFUSED);
  };
  const letTry = async (): Promise<void> => {
    const result = await unlock(person.personId);
    if (result.error !== undefined) setFailure(problemText(result.error));
    else setSaid(`${person.name} can try again at once.`);
  };
  return (
    <Ground isOpen isDismissable onOpenChange={(open) => (open ? undefined : close())}>
      <Sheet>
        <Dialog>
          <Heading slot="title" level={2}>
            Let {person.name} in
          </Heading>
          {made === null ? (
            <p>
              The link is opened once, by {person.name}, who then chooses a passphrase and a PIN. What they had before
              opens nothing from then on.
            </p>
          ) : (
            <>
              <p>
                Told once, and open until {dayText(made.endsAt)}. Give it to nobody but {person.name}.
              </p>
              <code>{made.address}</code>
            </>
          )}
          {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
          <p role="status">{said}</p>
          <Keys>
            <Key onPress={close}>Close</Key>
            {made === null ? (
              <PrimaryKey onPress={make}>Make a link</PrimaryKey>
            ) : (
              <PrimaryKey onPress={copy}>Copy the link</PrimaryKey>
            )}
          </Keys>
          <Key onPress={letTry}>Unlock after wrong tries</Key>
        </Dialog>
      </Sheet>
    </Ground>
  );
};

/** The key beside a name that lets somebody in. */
export const PersonLink = ({ person }: { readonly person: Person }) => {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Key onPress={() => setOpen(true)}>Let in</Key>
      {isOpen ? <LinkSheet person={person} close={() => setOpen(false)} /> : null}
    </>
  );
};
