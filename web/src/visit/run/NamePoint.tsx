import { runPointSchema } from '@vaktman/core';
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { Field } from '../../control/Field';
import { Key } from '../../control/Key';

const Form = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 0.6rem;
  align-items: end;
`;

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
  const [text, setText] = useState('');
  const [error, setError] = useState<string | undefined>(undefined);
  const close = (): void => {
    setOpen(false);
    setText('');
    setError(undefined);
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    const parsed = runPointSchema.safeParse(text);
    if (!parsed.success) return setError(parsed.error.issues[0]?.message);
    if (taken.includes(parsed.data)) return setError('this run has a point of that name');
    name(parsed.data);
    close();
  };
  if (!open) return <Key onPress={() => setOpen(true)}>Name a point between</Key>;
  return (
    <Form onSubmit={submit} aria-label="Name a point between">
      <Field label="What the probe touches there" value={text} onChange={setText} error={error} />
      <Key type="submit">Keep</Key>
      <Key onPress={close}>Leave it</Key>
    </Form>
  );
};
