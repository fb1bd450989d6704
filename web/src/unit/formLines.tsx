import { Controller, type Control, type FieldPath } from 'react-hook-form';
import { ChoiceField } from '../control/ChoiceField';
import { DateLine } from '../control/DateLine';
import { Field } from '../control/Field';
import { NumberField } from '../control/NumberField';
import type { UnitFormFields } from './unitForm';

const errorAt = (errors: unknown, name: string): string | undefined => {
  let level: unknown = errors;
  for (const key of name.split('.')) {
    if (typeof level !== 'object' || level === null) return undefined;
    level = (level as Record<string, unknown>)[key];
  }
  const message = typeof level === 'object' && level !== null ? (level as { message?: unknown }).message : undefined;
  return typeof message === 'string' ? message : undefined;
};

export type FormName = FieldPath<UnitFormFields>;

/** One line of text of the unit form, with what is wrong beside it. */
export const TextLine = ({
  control,
  name,
  label,
  isDisabled,
}: {
  control: Control<UnitFormFields>;
  name: FormName;
  label: string;
  isDisabled?: boolean;
}) => (
  <Controller
    control={control}
    name={name}
    render={({ field, formState }) => (
      <Field
        label={label}
        name={name}
        value={String(field.value)}
        onChange={field.onChange}
        error={errorAt(formState.errors, name)}
        isDisabled={isDisabled === true}
      />
    )}
  />
);

/** One number of the unit form, with its unit beside it. */
export const NumberLine = ({
  control,
  name,
  label,
  unit = '',
}: {
  control: Control<UnitFormFields>;
  name: FormName;
  label: string;
  unit?: string;
}) => (
  <Controller
    control={control}
    name={name}
    render={({ field, formState }) => (
      <NumberField
        label={label}
        unit={unit}
        name={name}
        value={String(field.value)}
        onChange={field.onChange}
        error={errorAt(formState.errors, name)}
      />
    )}
  />
);

/** One calendar date of the unit form. */
export const DayLine = ({
  control,
  name,
  label,
}: {
  control: Control<UnitFormFields>;
  name: FormName;
  label: string;
}) => (
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

/** One choice of the unit form. */
export const Choice = ({
  control,
  name,
  label,
  options,
}: {
  control: Control<UnitFormFields>;
  name: FormName;
  label: string;
  options: readonly (readonly [string, string])[];
}) => (
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
