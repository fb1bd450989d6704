import { newFleetSchema, type NewFleet } from '@vaktman/contract';
import { useState } from 'react';
import { Controller, useFieldArray, useForm, type FieldPath } from 'react-hook-form';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useBeginFleetMutation } from '../fleet/fleetApi';
import { failureOf } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { draftResolver, focusFirstWrong } from '../control/draftForm';
import { FieldGroup } from '../control/Field';
import { Choice, TextLine } from '../control/formLines';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { SecretField } from '../control/SecretField';
import { useOnce } from '../control/useOnce';
import { ReaderChoices } from '../frame/ReaderChoices';
import { ZoneLine } from '../fleet/ZoneLine';
import { zoneHere } from '../fleet/zones';
import { ROLE_OPTIONS } from '../people/roles';
import { PHONE } from '../theme/screen';

const Sheet = styled.form`
  display: grid;
  gap: 1.4rem;
`;
const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) auto;
  gap: 0.9rem;
  align-items: start;
  > button {
    margin-top: 1.3rem;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr) auto;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

interface Typed {
  name: string;
  timeZone: string;
  yards: { name: string }[];
  people: { name: string; role: string }[];
  passphrase: string;
  link: string;
}
const resolver = draftResolver<Typed, NewFleet>(
  newFleetSchema,
  (typed) => ({
    ...typed,
    // Pasted whole or in part, it is what stands behind the #.
    link: typed.link.trim().replace(/^.*#/, ''),
    // Lines that were left empty are no mistake, as long as one is filled.
    yards: typed.yards.filter(({ name }, index) => index === 0 || name.trim() !== ''),
    people: typed.people.filter(({ name }, index) => index === 0 || name.trim() !== ''),
  }),
  (path) => path.replaceAll(/\[(\d+)\]/g, '.$1'),
);

/** A shop's own fleet, to begin with: its name, its clock, its yards and its people. */
export const NewFleetForm = ({ link }: { readonly link: string }) => {
  const navigate = useNavigate();
  const [begin] = useBeginFleetMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const { control, handleSubmit, setError } = useForm<Typed, unknown, NewFleet>({
    defaultValues: {
      name: '',
      timeZone: zoneHere(),
      yards: [{ name: '' }],
      people: [{ name: '', role: 'lead' }],
      passphrase: '',
      link,
    },
    resolver,
  });
  const yards = useFieldArray({ control, name: 'yards' });
  const people = useFieldArray({ control, name: 'people' });
  const save = async (draft: NewFleet): Promise<void> => {
    setFailure(null);
    const result = await begin(draft);
    if (result.error === undefined) {
      await navigate('/', { replace: true });
      return;
    }
    const why = failureOf(result.error);
    setFailure(why.kind === 'unreached' ? why.words : why.details.title);
    if (why.kind === 'refused')
      for (const { path, message } of why.details.problems ?? [])
        setError(path.replaceAll(/\[(\d+)\]/g, '.$1') as FieldPath<Typed>, { type: 'server', message });
  };
  const [saving, ask] = useOnce(async (form: HTMLElement) => {
    await handleSubmit(save, () => focusFirstWrong(form))();
  });
  return (
    <Sheet
      noValidate
      aria-label="Our own fleet"
      onSubmit={(event) => {
        event.preventDefault();
        void ask(event.currentTarget);
      }}
    >
      <AskForForm control={control} />
      <FieldGroup title="The fleet">
        <Line style={{ gridTemplateColumns: 'minmax(0, 2fr) minmax(0, 1.4fr)' }}>
          <TextLine control={control} name="name" label="What it is called" />
          <ZoneLine control={control} name="timeZone" />
        </Line>
      </FieldGroup>
      <FieldGroup title="Units of display, on this device; each device has its own">
        <ReaderChoices />
      </FieldGroup>
      <FieldGroup title="Yards: where units stand">
        {yards.fields.map(({ id }, index) => (
          <Line key={id}>
            <TextLine control={control} name={`yards.${index}.name`} label={`Yard ${index + 1}`} />
            <span />
            {yards.fields.length === 1 ? <span /> : <QuietKey onPress={() => yards.remove(index)}>Remove</QuietKey>}
          </Line>
        ))}
        <div>
          <Key type="button" onPress={() => yards.append({ name: '' })}>
            Another yard
          </Key>
        </div>
      </FieldGroup>
      <FieldGroup title="People: who takes readings and signs off">
        {people.fields.map(({ id }, index) => (
          <Line key={id} role="group" aria-label={`Person ${index + 1}`}>
            <TextLine control={control} name={`people.${index}.name`} label="Name" />
            <Choice control={control} name={`people.${index}.role`} label="Role" options={ROLE_OPTIONS} />
            {people.fields.length === 1 ? <span /> : <QuietKey onPress={() => people.remove(index)}>Remove</QuietKey>}
          </Line>
        ))}
        <div>
          <Key type="button" onPress={() => people.append({ name: '', role: 'technician' })}>
            Another name
          </Key>
        </div>
      </FieldGroup>
      <FieldGroup title="You: the first name is yours, and leads">
        <Controller
          control={control}
          name="passphrase"
          render={({ field, fieldState }) => (
            <SecretField
              isNew
              label="Passphrase"
              value={field.value}
              onChange={field.onChange}
              inputRef={field.ref}
              error={fieldState.error?.message}
            />
          )}
        />
        <p>12 letters or more; four words that do not belong together do well. The others get a link under People.</p>
        {link === '' ? (
          <TextLine control={control} name="link" label="The link that was printed where the server was started" />
        ) : null}
      </FieldGroup>
      {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
      <PrimaryKey type="submit" isPending={saving}>
        Begin this fleet
      </PrimaryKey>
    </Sheet>
  );
};
