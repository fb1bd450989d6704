import { ROLES, type Person } from '@vaktman/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { useAddPersonMutation, useChangePersonMutation, useFleetQuery } from '../api/api';
import { failedWords, problemText } from '../api/failure';
import { ChoiceField } from '../control/ChoiceField';
import { Field } from '../control/Field';
import { Key, PrimaryKey } from '../control/Key';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { personChosen } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 1.6rem;
  max-width: 56rem;
  h2 {
    font-size: 2rem;
  }
`;
const Row = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) auto auto;
  gap: 0.8rem;
  align-items: end;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const ROLE_WORDS = { technician: 'technician', lead: 'lead hand', trainee: 'trainee' } as const;
const ROLE_OPTIONS = ROLES.map((role) => [role, ROLE_WORDS[role]] as const);

const PersonRow = ({ person }: { person: Person }) => {
  const dispatch = useAppDispatch();
  const working = useAppSelector((state) => state.settings.person) === person.name;
  const [changePerson] = useChangePersonMutation();
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState<string>(person.role);
  const [failure, setFailure] = useState<string | null>(null);
  const changed = name.trim() !== person.name || role !== person.role;
  const save = async (): Promise<void> => {
    const draft = { name: name.trim(), role: ROLES.find((candidate) => candidate === role) ?? person.role };
    const result = await changePerson({ personId: person.personId, draft });
    if (result.error !== undefined) setFailure(problemText(result.error));
    else if (working) dispatch(personChosen(draft.name));
  };
  return (
    <Row
      aria-label={person.name}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field
        label="Name"
        value={name}
        onChange={setName}
        error={name.trim() === '' ? 'expected a name' : (failure ?? undefined)}
      />
      <ChoiceField label="Role" value={role} onChange={setRole} options={ROLE_OPTIONS} />
      <Key type="submit" isDisabled={!changed || name.trim() === ''}>
        Save
      </Key>
      <Key isDisabled={working} onPress={() => dispatch(personChosen(person.name))}>
        {working ? 'Works here' : 'I am this'}
      </Key>
    </Row>
  );
};

/** Who works in the fleet: names, roles, and who is working at this device. */
export const PeopleView = () => {
  const { data: fleet, isError, error, refetch } = useFleetQuery();
  useViewTitle('People');
  const [addPerson] = useAddPersonMutation();
  const [name, setName] = useState('');
  const [role, setRole] = useState<string>('technician');
  const [failure, setFailure] = useState<string | null>(null);
  if (fleet === undefined && isError)
    return (
      <>
        <Failed title="The names could not be loaded" words={failedWords(error)} again={() => void refetch()} />
      </>
    );
  if (fleet === undefined) return <Loading />;
  const add = async (): Promise<void> => {
    setFailure(null);
    const result = await addPerson({ name: name.trim(), role: ROLES.find((known) => known === role) ?? 'technician' });
    if (result.error === undefined) {
      setName('');
      return;
    }
    setFailure(problemText(result.error));
  };
  return (
    <>
      <Sheet>
        <h2>People</h2>
        <p>Every reading keeps the name of who took it. A changed name counts from now on.</p>
        <Row
          aria-label="Add somebody"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <Field label="New name" value={name} onChange={setName} />
          <ChoiceField label="Role" value={role} onChange={setRole} options={ROLE_OPTIONS} />
          <PrimaryKey type="submit" isDisabled={name.trim() === ''}>
            Add
          </PrimaryKey>
        </Row>
        {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
        <section aria-label="People">
          {fleet.people.map((person) => (
            <PersonRow key={person.personId} person={person} />
          ))}
        </section>
      </Sheet>
    </>
  );
};
