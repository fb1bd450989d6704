import { programKeyDraftSchema, SCOPES, type ProgramKey, type ProgramKeyDraft, type Scope } from '@vaktman/contract';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { CheckBox } from '../control/CheckBox';
import { clockTimeText, dayText } from '../control/dates';
import { draftResolver } from '../control/draftForm';
import { TextLine } from '../control/formLines';
import { Key, PrimaryKey } from '../control/Key';
import { SureKey } from '../control/SureKey';
import { useOnce } from '../control/useOnce';
import { useAddKeyMutation, useEndKeyMutation, useProgramKeysQuery } from './signInApi';

const Form = styled.form`
  display: grid;
  gap: 0.8rem;
  max-width: 40rem;
`;
const List = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    min-height: 72px;
    border-top: 1px solid var(--rule);
  }
`;
const Told = styled.div`
  border: 3px solid var(--ink);
  padding: 1rem;
  code {
    display: block;
    padding: 0.6rem 0;
    overflow-wrap: anywhere;
    user-select: all;
    font-size: 1.1rem;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const SCOPE_WORDS: Readonly<Record<Scope, string>> = {
  read: 'read what the fleet’s people see',
  import: 'take lists in',
  calendar: 'read the calendars of due dates',
};
type Typed = { name: string } & Record<Scope, boolean>;
const NOTHING: Typed = { name: '', read: true, import: false, calendar: false };
const resolver = draftResolver<Typed, ProgramKeyDraft>(
  programKeyDraftSchema,
  (typed) => ({ name: typed.name, scopes: SCOPES.filter((scope) => typed[scope]) }),
  (path) => (path.startsWith('scopes') ? 'name' : path),
);

const NewKey = ({ made }: { readonly made: (key: string) => void }) => {
  const [addKey] = useAddKeyMutation();
  const { control, handleSubmit, setError, reset } = useForm<Typed, unknown, ProgramKeyDraft>({
    defaultValues: NOTHING,
    resolver,
  });
  const [adding, add] = useOnce(async () =>
    handleSubmit(async (draft) => {
      const result = await addKey(draft);
      if (result.error !== undefined) return setError('name', { type: 'server', message: problemText(result.error) });
      reset(NOTHING);
      made(result.data.key);
    })(),
  );
  return (
    <Form
      noValidate
      aria-label="A key for a program"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <TextLine control={control} name="name" label="Which program" />
      {SCOPES.map((scope) => (
        <Controller
          key={scope}
          control={control}
          name={scope}
          render={({ field }) => (
            <CheckBox words={SCOPE_WORDS[scope]} isSelected={field.value} onChange={field.onChange} />
          )}
        />
      ))}
      <Key type="submit" isPending={adding}>
        Make a key
      </Key>
    </Form>
  );
};

const usedWords = ({ usedAt, endedAt }: ProgramKey): string =>
  endedAt !== null
    ? `ended ${dayText(endedAt)}`
    : usedAt === null
      ? 'not used yet'
      : `used ${dayText(usedAt)}, ${clockTimeText(usedAt)}`;

/** Keys by which programs read, take lists in or show calendars: told once, ended at will. */
export const ProgramKeys = () => {
  const { data: keys = [], error: unread } = useProgramKeysQuery();
  const [endKey] = useEndKeyMutation();
  const [told, setTold] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const end = async (keyId: string): Promise<void> => {
    const result = await endKey(keyId);
    setFailure(result.error === undefined ? null : problemText(result.error));
  };
  return (
    <section aria-labelledby="programs">
      <h2 id="programs">Programs</h2>
      <p>
        A program sends its key with every request, as <a href="/api">the page about it</a> shows.
      </p>
      {told === null ? null : (
        <Told role="status">
          <b>Told once. Put it into the program now.</b>
          <code>{told}</code>
          <PrimaryKey onPress={() => setTold(null)}>I have it</PrimaryKey>
        </Told>
      )}
      {unread === undefined ? null : <Wrong role="alert">The keys could not be loaded: {problemText(unread)}</Wrong>}
      {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
      <List>
        {keys.map((key) => (
          <li key={key.keyId}>
            <span>
              <b>{key.name}</b>: {key.scopes.map((scope) => SCOPE_WORDS[scope]).join(', ')}
              <br />
              since {dayText(key.madeAt)} by {key.madeBy}; {usedWords(key)}
            </span>
            {key.endedAt === null ? (
              <SureKey words="End it" sureWords="Surely end it" onPress={async () => end(key.keyId)} />
            ) : null}
          </li>
        ))}
      </List>
      <NewKey made={setTold} />
    </section>
  );
};
