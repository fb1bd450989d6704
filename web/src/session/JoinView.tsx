import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { failedWords, failureOf } from '../api/failure';
import { RadioList } from '../control/RadioList';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { ROLE_WORDS } from '../people/roles';
import { useLinkOfferQuery, useUseUpLinkMutation } from './signInApi';
import { WordsForm } from './WordsForm';

const Sheet = styled.main`
  display: grid;
  gap: 1.4rem;
  max-width: 44rem;
  margin: 0 auto;
  padding: 2.4rem 1.5rem 4rem;
  h1 {
    font-size: 2.6rem;
  }
`;

/** Where a link leads to that is used once: whoever it is for chooses passphrase and PIN. */
export const JoinView = ({ link }: { readonly link: string }) => {
  useViewTitle('Choose your words');
  const navigate = useNavigate();
  const { data, error, refetch } = useLinkOfferQuery(link);
  const [takeLink] = useUseUpLinkMutation();
  const [picked, setPicked] = useState<string | null>(null);
  if (error !== undefined && failureOf(error).kind === 'unreached')
    return <Failed title="The link could not be looked up" words={failedWords(error)} again={() => void refetch()} />;
  if (error !== undefined) return <Failed title="This link opens nothing" words={failedWords(error)} />;
  if (data === undefined) return <Loading />;
  const [first] = data.people;
  const personId = picked ?? first?.personId;
  const person = data.people.find((one) => one.personId === personId);
  if (personId === undefined || person === undefined)
    return <Failed title="This link opens nothing" words="Nobody it could be for works here." />;
  return (
    <Sheet>
      <h1>{data.people.length === 1 ? `Welcome, ${person.name}` : 'Who are you?'}</h1>
      {data.people.length === 1 ? (
        <p>You are here as {ROLE_WORDS[person.role]}. The passphrase opens every device, the PIN those you share.</p>
      ) : (
        <RadioList
          label="Who are you?"
          value={personId}
          onChange={setPicked}
          options={data.people.map((one) => [one.personId, one.name] as const)}
        />
      )}
      <WordsForm
        isFirst
        title="Keep them and sign in"
        keep={async ({ passphrase = '', pin }) => {
          const result = await takeLink({ link, personId, passphrase, ...(pin === undefined ? {} : { pin }) });
          if (result.error === undefined) await navigate('/');
          return result.error === undefined ? {} : { error: result.error };
        }}
      />
    </Sheet>
  );
};
