import { yardDraftSchema, type Yard, type YardDraft } from '@vaktman/contract';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { dayText } from '../control/dates';
import { draftResolver } from '../control/draftForm';
import { TextLine } from '../control/formLines';
import { Key } from '../control/Key';
import { useFollow } from '../control/useFollow';
import { useOnce } from '../control/useOnce';
import { Line, Wrong } from './fleetStyle';
import { useAddYardMutation, useChangeYardMutation, useEndYardMutation } from './fleetApi';

const resolver = draftResolver<YardDraft, YardDraft>(yardDraftSchema, (typed) => typed);

/** One yard: renamed, closed, opened again. */
const YardRow = ({ yard }: { yard: Yard }) => {
  const [changeYard] = useChangeYardMutation();
  const [endYard] = useEndYardMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const { control, handleSubmit, setError, reset, formState } = useForm<YardDraft, unknown, YardDraft>({
    defaultValues: { name: yard.name },
    resolver,
  });
  useFollow({ reset }, { name: yard.name });
  const { isDirty } = formState;
  const save = async (draft: YardDraft): Promise<void> => {
    const result = await changeYard({ yardId: yard.yardId, draft });
    if (result.error === undefined) reset(draft);
    else setError('name', { type: 'server', message: problemText(result.error) });
  };
  const end = async (ended: boolean): Promise<void> => {
    const result = await endYard({ yardId: yard.yardId, ended });
    setFailure(result.error === undefined ? null : problemText(result.error));
  };
  const [saving, submit] = useOnce(async () => handleSubmit(save)());
  return (
    <>
      <Line
        as="form"
        noValidate
        aria-label={yard.name}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <AskForForm control={control} />
        <TextLine control={control} name="name" label="Yard" />
        <p>{yard.endedAt === null ? '' : `closed ${dayText(yard.endedAt)}`}</p>
        <Key type="submit" isDisabled={!isDirty} isPending={saving}>
          Save
        </Key>
        {yard.endedAt === null ? (
          <Key onPress={() => end(true)}>Close it</Key>
        ) : (
          <Key onPress={() => end(false)}>Open again</Key>
        )}
      </Line>
      {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
    </>
  );
};

const NewYard = () => {
  const [addYard] = useAddYardMutation();
  const { control, handleSubmit, setError, reset } = useForm<YardDraft, unknown, YardDraft>({
    defaultValues: { name: '' },
    resolver,
  });
  const add = async (draft: YardDraft): Promise<void> => {
    const result = await addYard(draft);
    if (result.error === undefined) reset();
    else setError('name', { type: 'server', message: problemText(result.error) });
  };
  const [adding, submit] = useOnce(async () => handleSubmit(add)());
  return (
    <Line
      as="form"
      noValidate
      aria-label="Add a yard"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="name" label="New yard" />
      <span />
      <Key type="submit" isPending={adding}>
        Add
      </Key>
    </Line>
  );
};

/** Where units stand: yards are added, renamed, closed once nothing stands there, and opened again. */
export const Yards = ({ yards }: { yards: readonly Yard[] }) => (
  <section aria-label="Yards">
    <h2>Yards</h2>
    <NewYard />
    {yards.map((yard) => (
      <YardRow key={yard.yardId} yard={yard} />
    ))}
  </section>
);
