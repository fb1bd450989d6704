import type { Session } from '@vaktman/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { QuietKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { NameList } from './NameList';
import { PassphraseForm } from './PassphraseForm';
import { PinPad } from './PinPad';
import { useSwitchPersonMutation } from './signInApi';
import { useWaitSeconds } from './useWaitSeconds';

const Wrong = styled.p`
  font-size: 1.15rem;
  font-weight: 680;
  color: var(--failed);
`;

/** On a device people share: the names on the left, the PIN of the chosen one on the right. */
export const SharedSignIn = ({
  session,
  working,
  entered,
}: {
  readonly session: Session;
  /** Who is signed in now; somebody else is the likelier next. */
  readonly working: string | null;
  readonly entered: () => void;
}) => {
  const { colleagues, demo } = session;
  const [switchPerson] = useSwitchPersonMutation();
  const [picked, setPicked] = useState<string | null>(
    () => (colleagues.find(({ personId }) => personId !== working) ?? colleagues[0])?.personId ?? null,
  );
  const [byName, setByName] = useState(false);
  const wait = useWaitSeconds();
  const chosen = byName ? undefined : colleagues.find(({ personId }) => personId === picked);
  const [pending, open] = useOnce(async (personId: string, pin: string) => {
    const result = await switchPerson({ personId, pin });
    if (result.error === undefined) entered();
    else wait.refuse(result.error);
  });
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
        <div>
          <QuietKey onPress={() => setByName(true)}>Someone else, by name and passphrase</QuietKey>
        </div>
      </section>
      {chosen === undefined ? (
        <PassphraseForm title="Sign in" entered={entered} />
      ) : chosen.hasPin ? (
        <PinPad
          key={chosen.personId}
          name={chosen.name}
          isWaiting={pending || wait.left > 0}
          open={(pin) => void open(chosen.personId, pin)}
        >
          {wait.words !== null ? (
            <Wrong role="alert">
              {wait.words}
              {wait.left > 0 ? ` Wait ${wait.left} s; a lead can unlock it.` : null}
            </Wrong>
          ) : (
            <p>
              <b>Opens at the sixth digit.</b> Five wrong: it waits 30 s, then twice as long each time. A lead can
              unlock it.{demoPin === undefined ? null : ` In the demo it is ${demoPin}.`}
            </p>
          )}
        </PinPad>
      ) : (
        <PassphraseForm key={chosen.personId} title="No PIN yet" name={chosen.name} entered={entered} />
      )}
    </>
  );
};
