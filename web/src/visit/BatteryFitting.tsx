import {
  batteriesInOrder,
  fittingSchema,
  OLD_BATTERY_FATES,
  present,
  type Fitting,
  type OldBatteryFate,
  type Unit,
} from '@vaktman/core';
import { useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { v7 } from 'uuid';
import * as z from 'zod';
import { LabelFields, labelOf, type LabelTyped } from '../battery/LabelFields';
import { AskForForm } from '../control/AskForForm';
import { todayText } from '../control/dates';
import { draftResolver, focusFirstWrong, messagesOf, textTyped, withoutEmpty } from '../control/draftForm';
import { Choice, DayLine, TextLine } from '../control/formLines';
import { Key, PrimaryKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { PHONE } from '../theme/screen';

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.7rem 1rem;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;
const Panel = styled.form`
  display: grid;
  gap: 0.9rem;
  border: 2px solid var(--ink);
  padding: 1rem;
  margin-top: 0.6rem;
`;
const Foot = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 1rem;
`;

const FATE_WORDS: Readonly<Record<OldBatteryFate, string>> = {
  scrap: 'is scrapped, taken by licensed people',
  claim: 'goes back to its maker',
  store: 'goes to the store room',
};

interface Typed extends LabelTyped {
  readonly fitted: string;
  /** By position. */
  readonly serials: Readonly<Record<string, string>>;
  readonly fate: OldBatteryFate;
}
const fittedSchema = z.array(fittingSchema);

/** The new battery or batteries of a repair: what is on the label, and one serial a position. */
export const BatteryFitting = ({
  unit,
  at,
  save,
  close,
}: {
  unit: Unit;
  at: readonly string[];
  save: (fitted: Fitting[]) => unknown;
  close: () => void;
}) => {
  const old = present(batteriesInOrder(unit.bank).find(({ position }) => position === at[0]));
  const [ids] = useState(() => Object.fromEntries(at.map((position) => [position, v7()])));
  const resolver = useMemo(
    () =>
      draftResolver<Typed, Fitting[]>(
        fittedSchema,
        (typed) =>
          at.map((position) => ({
            position,
            batteryId: ids[position],
            battery: withoutEmpty({
              ...labelOf(typed),
              duty: old.duty,
              nominalVolts: old.nominalVolts,
              serial: textTyped(typed.serials[position] ?? ''),
              fitted: textTyped(typed.fitted),
            }),
            old: typed.fate,
          })),
        (path) =>
          path
            .replace(/^\[(\d+)\]\.battery\.serial$/, (_all, index: string) => `serials.${at[Number(index)] ?? ''}`)
            .replace(/^\[\d+\]\.(battery\.)?/, ''),
      ),
    [at, ids, old],
  );
  const { control, handleSubmit, watch, setValue, formState } = useForm<Typed, unknown, Fitting[]>({
    defaultValues: {
      make: old.make ?? '',
      ratingValue: old.rating === undefined ? '' : String(old.rating.value),
      standard: old.rating?.standard ?? 'SAE',
      chemistry: old.chemistry,
      capacityAh: old.capacityAh === undefined ? '' : String(old.capacityAh),
      fitted: todayText(),
      serials: Object.fromEntries(at.map((position) => [position, ''])),
      fate: 'scrap',
    },
    resolver,
    shouldFocusError: false,
  });
  const [saving, ask] = useOnce(async (form: HTMLFormElement) =>
    handleSubmit(
      (fitted) => save(fitted),
      () => focusFirstWrong(form),
    )(),
  );
  return (
    <Panel
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void ask(event.currentTarget);
      }}
    >
      <AskForForm control={control} />
      <h3>{at.length === 1 ? `The new battery at ${at[0]}` : `The new batteries at ${at.join(', ')}`}</h3>
      <Grid>
        <LabelFields
          typed={watch()}
          change={(part) => {
            for (const [key, value] of Object.entries(part)) setValue(key as keyof LabelTyped, value);
          }}
          errors={messagesOf(formState.errors)}
        />
        <DayLine control={control} name="fitted" label="Fitted" />
        {at.map((position) => (
          <TextLine key={position} control={control} name={`serials.${position}`} label={`Serial at ${position}`} />
        ))}
      </Grid>
      <Choice
        control={control}
        name="fate"
        label={at.length === 1 ? 'The old battery' : 'The old batteries'}
        options={OLD_BATTERY_FATES.map((known) => [known, FATE_WORDS[known]] as const)}
      />
      <Foot>
        <Key onPress={close}>Back</Key>
        <PrimaryKey type="submit" isPending={saving}>
          It is fitted
        </PrimaryKey>
      </Foot>
    </Panel>
  );
};
