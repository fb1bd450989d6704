import { newPassphraseSchema, newPinSchema } from '@vaktman/contract';
import { useForm, Controller } from 'react-hook-form';
import styled from 'styled-components';
import * as z from 'zod';
import { failureOf, problemText } from '../api/failure';
import { draftResolver, focusFirstWrong, textTyped } from '../control/draftForm';
import { TextLine } from '../control/formLines';
import { PrimaryKey } from '../control/Key';
import { SecretField } from '../control/SecretField';
import { useOnce } from '../control/useOnce';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import type { SerializedError } from '@reduxjs/toolkit';

const Form = styled.form`
  display: grid;
  gap: 1rem;
  max-width: 34rem;
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

interface Typed {
  passphrase: string;
  pin: string;
}
interface Words {
  passphrase?: string | undefined;
  pin?: string | undefined;
}
const needed = z.object({ passphrase: newPassphraseSchema, pin: newPinSchema.optional() });
const either = z
  .object({ passphrase: newPassphraseSchema.optional(), pin: newPinSchema.optional() })
  .refine(({ passphrase, pin }) => passphrase !== undefined || pin !== undefined, {
    error: 'expected a new passphrase, a new PIN, or both',
    path: ['passphrase'],
  });
const drafted = (typed: Typed): Words => ({
  ...(typed.passphrase === '' ? {} : { passphrase: typed.passphrase }),
  ...(textTyped(typed.pin) === undefined ? {} : { pin: typed.pin.trim() }),
});

/** A passphrase and a PIN as they are chosen. */
export const WordsForm = ({
  title,
  isFirst,
  keep,
}: {
  readonly title: string;
  /** There is none yet: a passphrase has to be chosen. */
  readonly isFirst: boolean;
  readonly keep: (words: Words) => Promise<{ error?: FetchBaseQueryError | SerializedError }>;
}) => {
  const { control, handleSubmit, setError, reset, formState } = useForm<Typed, unknown, Words>({
    defaultValues: { passphrase: '', pin: '' },
    resolver: draftResolver<Typed, Words>(isFirst ? needed : either, drafted),
  });
  const save = async (words: Words): Promise<void> => {
    const { error } = await keep(words);
    if (error === undefined) return reset();
    const failure = failureOf(error);
    const named = failure.kind === 'refused' ? (failure.details.problems ?? []) : [];
    if (named.length === 0) setError('root', { message: problemText(error) });
    for (const { path, message } of named) setError(path === 'pin' ? 'pin' : 'passphrase', { type: 'server', message });
  };
  const [saving, ask] = useOnce(async (form: HTMLElement) => handleSubmit(save, () => focusFirstWrong(form))());
  return (
    <Form
      aria-label={title}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void ask(event.currentTarget);
      }}
    >
      <Controller
        control={control}
        name="passphrase"
        render={({ field, fieldState }) => (
          <SecretField
            isNew
            label="New passphrase"
            value={field.value}
            onChange={field.onChange}
            inputRef={field.ref}
            error={fieldState.error?.message}
          />
        )}
      />
      <p>12 letters or more; four words that do not belong together do well.</p>
      <TextLine control={control} name="pin" label="New PIN, 6 digits, for shared devices" />
      {formState.errors.root === undefined ? null : <Wrong role="alert">{formState.errors.root.message}</Wrong>}
      <PrimaryKey type="submit" isPending={saving}>
        {title}
      </PrimaryKey>
    </Form>
  );
};
