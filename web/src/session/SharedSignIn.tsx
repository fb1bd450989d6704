import type { Session } from '@vaktman/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { QuietKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { NameList } from './NameList';
import { PassphraseForm } from './PassphraseForm';
import { LET_IN_DAYS } from './peopleHere';
import { PinPad } from './PinPad';
import { useSwitch } from './useSwitch';
import { useWaitSeconds } from './useWaitSeconds';

const Wrong = styled.p`
  font-size: 1.15rem;
  font-weight: 680;
  color: var(--failed);
`;

/** On a device people share: the names on the left, the PIN of the chosen one on the right. */
export const SharedSignIn = ({
  colleagues,
  demo,
  working,
  expected = null,
  isAlone = false,
  entered,
}: {
  readonly colleagues: Session['colleagues'];
  readonly demo: Session['demo'];
  /** Who is signed in now; somebody else is the likelier next. */
  readonly working: string | null;
  /** Who is to give the PIN, where that is known. */
  readonly expected?: string | null;
  /** The server is out of reach: this device checks the PIN. */
  readonly isAlone?: boolean;
  readonly entered: () => void;
}) => {
  const [picked, setPicked] = useState<string | null>(
    () => expected ?? (colleagues.find(({ personId }) => personId !== working) ?? colleagues[0])?.personId ?? null,
  );
  const [byName, setByName] = useState(false);
  const wait = useWaitSeconds();
  const chosen = byName ? undefined : colleagues.find(({ personId }) => personId === picked);
  const [pending, open] = useOnce(useSwitch(wait, entered));
  const demoPin = demo.find(({ personId }) => personId === chosen?.personId)?.pin;
  return (
    <>
      <section>
        <h1>Who is working now?</h1>
        <NameList
          colleagues={colleagues}
          chosen={chosen?.personId ?? null}
          choose={(personId) => {
            setPicked(personId);
            setByName(false);
            wait.forget();
          }}
        />
        {isAlone ? (
          <p>
            The server does not answer. Whoever it let in here by PIN in the last {LET_IN_DAYS} days goes on by PIN.
          </p>
        ) : (
          <div>
            <QuietKey onPress={() => setByName(true)}>Someone else, by name and passphrase</QuietKey>
          </div>
        )}
      </section>
      {chosen === undefined ? (
        <PassphraseForm title="Sign in" entered={entered} />
      ) : chosen.hasPin ? (
        <PinPad
          key={chosen.personId}
          name={chosen.name}
          isWaiting={pending || wait.left > 0}
          open={(pin) => void open(chosen, pin)}
        >
          {wait.words !== null ? (
            <Wrong role="alert">
              {wait.words}
              {wait.left > 0 ? ` Wait ${wait.left} s${isAlone ? '' : '; a lead can unlock it'}.` : null}
            </Wrong>
          ) : (
            <p>
              <b>Opens at the sixth digit.</b> Five wrong: it waits 30 s, then twice as long each time.
              {isAlone ? null : ' A lead can unlock it.'}
              {demoPin === undefined ? null : ` In the demo it is ${demoPin}.`}
            </p>
          )}
        </PinPad>
      ) : (
        <PassphraseForm key={chosen.personId} title="No PIN yet" name={chosen.name} entered={entered} />
      )}
    </>
  );
};
