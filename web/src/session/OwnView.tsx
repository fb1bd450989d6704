import { useState } from 'react';
import styled from 'styled-components';
import { failedWords, problemText } from '../api/failure';
import { clockTimeText, dayText } from '../control/dates';
import { Key } from '../control/Key';
import { Failed } from '../frame/Failed';
import { ShopSheet } from '../frame/ShopSheet';
import { useViewTitle } from '../frame/useViewTitle';
import { ROLE_WORDS } from '../people/roles';
import { useAppSelector } from '../store';
import { OwnCode } from './OwnCode';
import { useChangeWordsMutation, useEndOwnSessionMutation, useOwnSessionsQuery } from './signInApi';
import { WordsForm } from './WordsForm';

const Sheet = styled(ShopSheet)`
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    min-height: 72px;
    border-top: 1px solid var(--rule);
  }
`;

/** What one signs in with, and where one is signed in. */
export const OwnView = () => {
  useViewTitle('Your words');
  const person = useAppSelector(({ session }) => session.person);
  const { data, isError, error, refetch } = useOwnSessionsQuery();
  const sessions = data ?? [];
  const [changeWords] = useChangeWordsMutation();
  const [endOwnSession, { error: unended }] = useEndOwnSessionMutation();
  const [isKept, setKept] = useState(false);
  // Words that are half typed stay, whatever is not answered later.
  if (data === undefined && isError)
    return <Failed title="This could not be loaded" words={failedWords(error)} again={() => void refetch()} />;
  return (
    <Sheet>
      <section>
        <h2>
          {person?.name}
          {person === null ? '' : `, ${ROLE_WORDS[person.role]}`}
        </h2>
        <p>What you choose here ends every other place you are signed in at.</p>
        <WordsForm
          isFirst={false}
          title="Keep what I chose"
          keep={async (words) => {
            setKept(false);
            const result = await changeWords(words);
            setKept(result.error === undefined);
            return result.error === undefined ? {} : { error: result.error };
          }}
        />
        <p role="status">{isKept ? 'Kept.' : ''}</p>
      </section>
      <OwnCode />
      <section aria-labelledby="own-places">
        <h2 id="own-places">Where you are signed in</h2>
        {unended === undefined ? null : <p role="alert">{problemText(unended)}</p>}
        <ul>
          {sessions.map(({ sessionId, device, beganAt, endsAt, isThis }) => (
            <li key={sessionId}>
              <span>
                <b>{device}</b>
                {isThis ? ', here' : ''}
                <br />
                since {dayText(beganAt)}, {clockTimeText(beganAt)}; until {dayText(endsAt)}
              </span>
              {isThis ? null : <Key onPress={() => endOwnSession(sessionId)}>Sign out there</Key>}
            </li>
          ))}
        </ul>
      </section>
    </Sheet>
  );
};
