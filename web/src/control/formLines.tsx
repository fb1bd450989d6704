import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { ChoiceField } from './ChoiceField';
import { DateLine } from './DateLine';
import { Field } from './Field';
import { NumberField } from './NumberField';

const errorAt = (errors: unknown, name: string): string | undefined => {
  let level: unknown = errors;
  for (const key of name.split('.')) {
    if (typeof level !== 'object' || level === null) return undefined;
    level = (level as Record<string, unknown>)[key];
  }
  const message = typeof level === 'object' && level !== null ? (level as { message?: unknown }).message : undefined;
  return typeof message === 'string' ? message : undefined;
};

/** Where a line stands in its form, and what it is called. */
interface LineOf<Typed extends FieldValues> {
  // The draft a form is made into is no matter of its lines.
  readonly control: Control<Typed, unknown, unknown>;
  readonly name: FieldPath<Typed>;
  readonly label: string;
}

/** One line of text of a form, with what is wrong beside it. */
export const TextLine = <Typed extends FieldValues>({
  control,
  name,
  label,
  isDisabled,
}: LineOf<Typed> & { readonly isDisabled?: boolean }) => (
  <Controller
    control={control}
    name={name}
    render={({ field, formState }) => (
      <Field
        label={label}
        name={name}
        inputRef={field.ref}
        value={String(field.value)}
        onChange={field.onChange}
        error={errorAt(formState.errors, name)}
        isDisabled={isDisabled === true}
      />
    )}
  />
);

/** One number of a form, with its unit beside it. */
export const NumberLine = <Typed extends FieldValues>({
  control,
  name,
  label,
  unit = '',
  signed = false,
}: LineOf<Typed> & { readonly unit?: string; readonly signed?: boolean }) => (
  <Controller
    control={control}
    name={name}
    render={({ field, formState }) => (
      <NumberField
        label={label}
        unit={unit}
        signed={signed}
        name={name}
        inputRef={field.ref}
        value={String(field.value)}
        onChange={field.onChange}
        error={errorAt(formState.errors, name)}
      />
    )}
  />
);

/** One calendar date of a form. */
export const DayLine = <Typed extends FieldValues>({ control, name, label }: LineOf<Typed>) => (
  <Controller
    control={control}
    name={name}
    render={({ field, formState }) => (
      <DateLine
        label={label}
        value={String(field.value)}
        onChange={field.onChange}
        error={errorAt(formState.errors, name)}
      />
    )}
  />
);

/** One choice of a form. */
export const Choice = <Typed extends FieldValues>({
  control,
  name,
  label,
  options,
}: LineOf<Typed> & { readonly options: readonly (readonly [string, string])[] }) => (
  <Controller
    control={control}
    name={name}
    render={({ field, formState }) => (
      <ChoiceField
        label={label}
        value={String(field.value)}
        onChange={field.onChange}
        options={options}
        error={errorAt(formState.errors, name)}
      />
    )}
  />
);
