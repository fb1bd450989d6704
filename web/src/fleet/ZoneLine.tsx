import { useState } from 'react';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { ComboField } from '../control/ComboField';
import { zonesFor } from './zones';

/** The time zone of a form: the clock that visits and due dates are written by. */
export const ZoneLine = <Typed extends FieldValues>({
  control,
  name,
}: {
  control: Control<Typed, unknown, unknown>;
  name: FieldPath<Typed>;
}) => {
  const [search, setSearch] = useState('');
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <ComboField
          label="Time zone"
          initial={String(field.value).replaceAll('_', ' ')}
          hint="Europe/Oslo"
          options={zonesFor(search)}
          search={setSearch}
          onChange={field.onChange}
          error={fieldState.error?.message}
        />
      )}
    />
  );
};
