import { LOG_STATE_WORDS, LOG_STATES, minutesText } from '@vaktman/core';
import styled from 'styled-components';
import { Key } from '../../control/Key';
import { Keypad } from '../../control/Keypad';
import { SureKey } from '../../control/SureKey';
import type { KeptValueLog } from './useValueLog';

const Column = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
`;
const Marks = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 0.5rem;
  button {
    min-height: 64px;
    padding: 0 0.4rem;
    font-size: 1.15rem;
    line-height: 1.15;
  }
`;

/** While a value is logged: what is done is marked, and values are typed where no instrument is listened to. */
export const LogHands = ({
  values: { log, mark, add, listen },
  seconds,
  signed,
  canListen,
  note,
  throwAway,
}: {
  readonly values: Omit<KeptValueLog, 'log'> & { readonly log: NonNullable<KeptValueLog['log']> };
  readonly seconds: number;
  /** True where the value may be below zero. */
  readonly signed: boolean;
  readonly canListen: boolean;
  /** What the instruments say besides values. */
  readonly note: string | null;
  readonly throwAway: () => void;
}) => (
  <Column>
    <h2>Mark what you do</h2>
    <p role="timer">{minutesText(seconds)} min logged. A mark stands at the time of the press.</p>
    <Marks role="group" aria-label="What is done">
      {LOG_STATES.map((state) => (
        <Key key={state} onPress={() => mark({ kind: 'state', state })}>
          {LOG_STATE_WORDS[state]}
        </Key>
      ))}
      <Key onPress={() => mark({ kind: 'wiggled', joint: null })}>wiggled, no joint</Key>
    </Marks>
    {log.listens ? (
      <>
        {note === null ? null : <p role="status">{note}</p>}
        <Key onPress={() => listen(false)}>Type a value instead</Key>
      </>
    ) : (
      <>
        <Keypad
          key={log.samples.length}
          fields={[{ key: 'volts', label: 'Volts now', unit: 'V', signed, min: -40, max: 40, usual: [-2, 32] }]}
          saveWords="Log it"
          save={(typed) => add(typed['volts'] ?? 0)}
        />
        {canListen ? <Key onPress={() => listen(true)}>Listen to the instruments</Key> : null}
      </>
    )}
    <SureKey words="Throw this log away" sureWords="Yes, throw it away" onPress={throwAway} />
  </Column>
);
