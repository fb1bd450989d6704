import { personDraftSchema, type Person, type PersonDraft } from '@vaktman/contract';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { useAddPersonMutation, useChangePersonMutation, useFleetQuery } from '../api/api';
import { failedWords, problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { dayText } from '../control/dates';
import { draftResolver } from '../control/draftForm';
import { Choice, TextLine } from '../control/formLines';
import { FormRows } from '../control/FormRows';
import { Key, PrimaryKey } from '../control/Key';
import { useFollow } from '../control/useFollow';
import { useOnce } from '../control/useOnce';
import { useEndPersonMutation } from '../fleet/fleetApi';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { useMay } from '../session/useMay';
import { PHONE } from '../theme/screen';
import { PersonLink } from './PersonLink';
import { ROLE_OPTIONS, ROLE_WORDS } from './roles';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 1.6rem;
  max-width: 64rem;
  h2 {
    font-size: 2rem;
  }
`;
const Row = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) 5.5rem 10rem 8rem;
  gap: 0.8rem;
  align-items: start;
  > button,
  > p {
    margin-top: 1rem;
    padding: 0 0.6rem;
  }
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
  ${PHONE} {
    /* Name and role, and below them what is pressed, side by side. */
    grid-template-columns: repeat(6, minmax(0, 1fr));
    > * {
      grid-column: span 3;
    }
    > button,
    > p {
      grid-column: span 2;
      margin-top: 0;
    }
    > button:only-of-type {
      grid-column: 1 / -1;
    }
  }
`;

/** The room around it is its own, so that it counts to how high it is. */
const Line = styled.p`
  margin: 0;
  padding: 0.5rem 0;
`;

interface Typed {
  name: string;
  role: string;
}
const resolver = draftResolver<Typed, PersonDraft>(personDraftSchema, (typed) => typed);
const usePersonForm = (defaultValues: Typed) => useForm<Typed, unknown, PersonDraft>({ defaultValues, resolver });

const PersonRow = ({ person }: { person: Person }) => {
  const [changePerson] = useChangePersonMutation();
  const known = { name: person.name, role: person.role };
  const { control, handleSubmit, setError, reset, formState } = usePersonForm(known);
  useFollow({ reset }, known);
  const save = async (draft: PersonDraft): Promise<void> => {
    const result = await changePerson({ personId: person.personId, draft });
    if (result.error !== undefined) setError('name', { type: 'server', message: problemText(result.error) });
    else reset(draft);
  };
  const [endPerson] = useEndPersonMutation();
  const end = async (ended: boolean): Promise<void> => {
    const result = await endPerson({ personId: person.personId, ended });
    if (result.error !== undefined) setError('name', { type: 'server', message: problemText(result.error) });
  };
  const [saving, submit] = useOnce(async () => handleSubmit(save)());
  const { isDirty } = formState;
  return (
    <Row
      noValidate
      aria-label={person.name}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="name" label="Name" />
      <Choice control={control} name="role" label="Role" options={ROLE_OPTIONS} />
      <Key type="submit" isDisabled={!isDirty} isPending={saving}>
        Save
      </Key>
      {person.endedAt === null ? (
        <>
          <PersonLink person={person} />
          <Key onPress={() => end(true)}>Has left</Key>
        </>
      ) : (
        <>
          <p>left {dayText(person.endedAt)}</p>
          <Key onPress={() => end(false)}>Is back</Key>
        </>
      )}
    </Row>
  );
};

/** Somebody new: a name and a role. */
const NewPerson = () => {
  const [addPerson] = useAddPersonMutation();
  const { control, handleSubmit, setError, reset } = usePersonForm({ name: '', role: 'technician' });
  const add = async (draft: PersonDraft): Promise<void> => {
    const result = await addPerson(draft);
    if (result.error === undefined) reset();
    else setError('name', { type: 'server', message: problemText(result.error) });
  };
  const [adding, submit] = useOnce(async () => handleSubmit(add)());
  return (
    <Row
      noValidate
      aria-label="Add somebody"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="name" label="New name" />
      <Choice control={control} name="role" label="Role" options={ROLE_OPTIONS} />
      <PrimaryKey type="submit" isPending={adding}>
        Add
      </PrimaryKey>
    </Row>
  );
};

const PersonLine = ({ person }: { person: Person }) => (
  <Line>
    <b>{person.name}</b>, {ROLE_WORDS[person.role]}
    {person.endedAt === null ? '' : `, left ${dayText(person.endedAt)}`}
  </Line>
);

/** Who works in the fleet: names, roles, and the link by which each chooses what to sign in with. */
export const PeopleView = () => {
  const { data: fleet, isError, error, refetch } = useFleetQuery();
  const isLead = useMay('lead');
  useViewTitle('People');
  if (fleet === undefined && isError)
    return (
      <>
        <Failed title="The names could not be loaded" words={failedWords(error)} again={() => void refetch()} />
      </>
    );
  if (fleet === undefined) return <Loading />;
  return (
    <>
      <Sheet>
        <h2>People</h2>
        <p>Every reading keeps the name of who took it. A changed name counts from now on.</p>
        {isLead ? <NewPerson /> : <p>A lead adds and changes people.</p>}
        <section aria-label="People">
          <FormRows
            rows={fleet.people}
            rowKey={({ personId }) => personId}
            form={(person) => (isLead ? <PersonRow person={person} /> : <PersonLine person={person} />)}
          />
        </section>
      </Sheet>
    </>
  );
};
