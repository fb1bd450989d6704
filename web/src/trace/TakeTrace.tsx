import type { TraceChoice, TracePreview } from '@vaktman/core';
import { ProgressBar } from 'react-aria-components';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { FileZone } from '../control/FileZone';
import { Key } from '../control/Key';
import { TraceColumns } from './TraceColumns';
import type { TraceState } from './useTrace';

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
    <FileZone label="Drop a file of samples here" isNext={state.kind === 'none'} take={take}>
      {state.kind === 'read'
        ? 'Choose or drop another file'
        : 'Choose or drop a file of samples: CSV of a scope or a logging meter'}
    </FileZone>
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
