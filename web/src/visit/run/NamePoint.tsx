import { runPointSchema } from '@vaktman/core';
import { useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import * as z from 'zod';
import { AskForForm } from '../../control/AskForForm';
import { draftResolver } from '../../control/draftForm';
import { TextLine } from '../../control/formLines';
import { Key } from '../../control/Key';

const Form = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 0.6rem;
  align-items: end;
`;

interface Typed {
  point: string;
}

/** Gives a place along the run a name, so that volts can be read there too. */
export const NamePoint = ({
  taken,
  name,
}: {
  /** Names the run has already. */
  readonly taken: readonly string[];
  readonly name: (point: string) => void;
}) => {
  const [open, setOpen] = useState(false);
  const resolver = useMemo(
    () =>
      draftResolver<Typed, Typed>(
        z.object({
          point: runPointSchema.refine((point) => !taken.includes(point), {
            error: 'this run has a point of that name',
          }),
        }),
        (typed) => typed,
      ),
    [taken],
  );
  const { control, handleSubmit, reset } = useForm<Typed, unknown, Typed>({ defaultValues: { point: '' }, resolver });
  const close = (): void => {
    setOpen(false);
    reset();
  };
  const submit = handleSubmit(({ point }) => {
    name(point);
    close();
  });
  if (!open) return <Key onPress={() => setOpen(true)}>Name a point between</Key>;
  return (
    <Form noValidate onSubmit={(event) => void submit(event)} aria-label="Name a point between">
      <AskForForm control={control} />
      <TextLine control={control} name="point" label="What the probe touches there" />
      <Key type="submit">Keep</Key>
      <Key onPress={close}>Leave it</Key>
    </Form>
  );
};
