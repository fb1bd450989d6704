import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useSessionQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { clockTimeText, dayText } from '../control/dates';
import { QuietKey } from '../control/Key';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { DemoPeople } from './DemoPeople';
import { OfflineSignIn } from './OfflineSignIn';
import { PassphraseForm } from './PassphraseForm';
import { switchAsked } from './sessionSlice';
import { SharedSignIn } from './SharedSignIn';
import { useLeave } from './useLeave';

const Bar = styled.header`
  display: flex;
  align-items: stretch;
  min-height: 60px;
  border-bottom: 2px solid var(--ink);
  b {
    display: flex;
    align-items: center;
    padding: 0 1.5rem;
    font-size: 1.5rem;
    font-stretch: 118%;
    font-weight: 760;
  }
  div {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    margin-left: auto;
    padding-right: 1rem;
  }
  ${PHONE} {
    b {
      padding: 0 0.9rem;
    }
    div {
      padding-right: 0;
    }
  }
`;
const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 1rem 2.4rem;
  padding: 1.1rem 1.5rem 1.5rem;
  max-width: 84rem;
  > section {
    display: grid;
    gap: 0.9rem;
    align-content: start;
  }
  > * + form,
  > section + section {
    border-left: 1px solid var(--rule);
    padding-left: 1.6rem;
  }
  h1 {
    font-size: 2.4rem;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    padding: 0.8rem 0.9rem 2rem;
    > * + form,
    > section + section {
      border-left: 0;
      border-top: 2px solid var(--ink);
      padding: 0.6rem 0 0;
    }
    h1 {
      font-size: 1.7rem;
    }
  }
`;
const Facts = styled.p`
  padding: 0 1.5rem 1.5rem;
  color: var(--ink-2);
  ${PHONE} {
    padding: 0 0.9rem 1rem;
  }
`;

/** Who is working here: the sheet that lets somebody in, and another go on. */
export const SignInView = () => {
  useViewTitle('Sign in');
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { data: session, error, isError, refetch } = useSessionQuery();
  const { person, device: here, way, isSwitching } = useAppSelector((state) => state.session);
  const leave = useLeave();
  const entered = (): void => void dispatch(switchAsked(false));
  if (session === undefined && !isError) return <Loading />;
  const device = session?.device ?? null;
  const demo = session?.demo ?? [];
  // Whom this device let in by itself gives the PIN to the server once it answers, and goes nowhere before.
  const isBack = isSwitching && person !== null && (way !== 'pin-offline' || isError);
  return (
    <>
      <Bar>
        <b>Vaktman</b>
        {isBack ? (
          <div>
            <QuietKey onPress={async () => leave().then(entered)}>Sign out</QuietKey>
            <QuietKey
              onPress={async () => {
                entered();
                await navigate('/me');
              }}
            >
              Your words
            </QuietKey>
            <QuietKey onPress={entered}>Back</QuietKey>
          </div>
        ) : null}
      </Bar>
      <Sheet>
        {session === undefined ? (
          here?.shared === true ? (
            <OfflineSignIn
              working={person?.personId ?? null}
              words={failedWords(error)}
              again={() => void refetch()}
              entered={entered}
            />
          ) : (
            <Failed title="Nobody can sign in just now" words={failedWords(error)} again={() => void refetch()} />
          )
        ) : device?.shared === true ? (
          <SharedSignIn
            colleagues={session.colleagues}
            demo={demo}
            working={person?.personId ?? null}
            expected={way === 'pin-offline' && !isError ? (person?.personId ?? null) : null}
            entered={entered}
          />
        ) : (
          <>
            {demo.length === 0 ? null : <DemoPeople people={demo} entered={entered} />}
            <PassphraseForm title={isBack ? 'Somebody else signs in' : 'Sign in'} entered={entered}>
              <p>No passphrase yet, or a lost one: a lead makes you a link under People, to be used once.</p>
            </PassphraseForm>
          </>
        )}
      </Sheet>
      <Facts>
        {session === undefined
          ? null
          : device === null
            ? 'This browser is not on record yet. '
            : `${device.name}, ${device.shared ? 'shared' : 'not shared'}, since ${dayText(device.enrolledAt)} by ${device.enrolledBy}. `}
        {person === null || (session?.endsAt ?? null) === null
          ? null
          : `${person.name} until ${dayText(session?.endsAt ?? '')}, ${clockTimeText(session?.endsAt ?? '')}.`}
      </Facts>
    </>
  );
};
