import type { TraceChoice, TracePreview } from '@vaktman/core';
import { Button, DropZone, FileTrigger, isFileDropItem, ProgressBar } from 'react-aria-components';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Key } from '../control/Key';
import { TraceColumns } from './TraceColumns';
import type { TraceState } from './useTrace';

const Zone = styled(DropZone)`
  border: 2px dashed var(--ink);
  background: var(--raised);
  &[data-drop-target] {
    background: var(--shade);
  }
`;
const Choose = styled(Button)`
  font: inherit;
  font-weight: 680;
  font-size: 1.2rem;
  min-height: 72px;
  width: 100%;
  background: none;
  color: inherit;
  border: 0;
  cursor: pointer;
  padding: 0.5rem 0.9rem;
  &.next {
    background: var(--ink);
    color: var(--paper);
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** Takes in a file of samples by a press or dropped, shows how far it is read, and what is wrong with it. */
export const TakeTrace = ({
  state,
  take,
  callOff,
  choose,
  children,
}: {
  readonly state: TraceState;
  readonly take: (file: File) => void;
  readonly callOff: () => void;
  /** Puts the columns of a file right. */
  readonly choose: (preview: TracePreview, choice: TraceChoice | null) => void;
  /** Other ways to take a crank in. */
  readonly children?: ReactNode;
}) => (
  <>
    <Zone
      aria-label="Drop a file of samples here"
      onDrop={(event) => {
        const item = event.items.find(isFileDropItem);
        if (item !== undefined) void item.getFile().then(take);
      }}
    >
      <FileTrigger
        acceptedFileTypes={['.csv', '.txt', '.tsv', 'text/*']}
        onSelect={(files) => (files?.[0] === undefined ? undefined : take(files[0]))}
      >
        <Choose className={state.kind === 'none' ? 'next' : ''} data-primary={state.kind === 'none' ? true : undefined}>
          {state.kind === 'read'
            ? 'Choose or drop another file'
            : 'Choose or drop a file of samples: CSV of a scope or a logging meter'}
        </Choose>
      </FileTrigger>
    </Zone>
    {children}
    {state.kind === 'reading' ? (
      <div>
        <ProgressBar aria-label={`Reading ${state.name}`} value={state.percent}>
          <p>
            Reading {state.name}: {state.percent} %
          </p>
        </ProgressBar>
        <Key onPress={callOff}>Call it off</Key>
      </div>
    ) : null}
    {state.kind === 'wrong' ? (
      <Wrong role="alert">
        {state.name}: {state.words}. Nothing was taken in.
      </Wrong>
    ) : null}
    {state.kind === 'wrong' && state.preview !== null ? (
      <TraceColumns preview={state.preview} choose={choose.bind(null, state.preview)} />
    ) : null}
  </>
);
