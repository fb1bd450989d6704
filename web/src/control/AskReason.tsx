import { LONGEST_REASON } from '@vaktman/core';
import { useState } from 'react';
import { Dialog, Heading, Label, Modal, ModalOverlay, TextArea, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox } from './fieldStyle';
import { Key, PrimaryKey } from './Key';
import { sheetGround, sheetPaper } from './sheetStyle';
import { PHONE } from '../theme/screen';

const Ground = styled(ModalOverlay)`
  ${sheetGround}
`;
const Sheet = styled(Modal)`
  ${sheetPaper}
`;
const Text = styled(TextField)`
  display: grid;
  gap: 0.3rem;
  textarea {
    ${fieldBox}
    min-height: 4.6rem;
    padding: 0.6rem;
  }
`;
const Usual = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 1rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;

/** Asks why something is left out or overridden. The reason is kept; the usual ones are one press each. */
export const AskReason = ({
  title,
  words,
  usual,
  saveWords,
  save,
  close,
}: {
  title: string;
  words: string;
  usual: readonly string[];
  saveWords: string;
  save: (reason: string) => unknown;
  close: () => void;
}) => {
  const [reason, setReason] = useState('');
  return (
    <Ground isOpen isDismissable onOpenChange={(open) => (open ? undefined : close())}>
      <Sheet>
        <Dialog>
          <Heading slot="title" level={2}>
            {title}
          </Heading>
          <p>{words}</p>
          <Usual>
            {usual.map((text) => (
              <Key key={text} onPress={() => setReason(text)}>
                {text}
              </Key>
            ))}
          </Usual>
          <Text value={reason} onChange={setReason} autoFocus>
            <Label>Why</Label>
            <TextArea maxLength={LONGEST_REASON} />
          </Text>
          <Keys>
            <Key onPress={close}>Back</Key>
            <PrimaryKey isDisabled={reason.trim() === ''} onPress={() => save(reason.trim())}>
              {saveWords}
            </PrimaryKey>
          </Keys>
        </Dialog>
      </Sheet>
    </Ground>
  );
};
