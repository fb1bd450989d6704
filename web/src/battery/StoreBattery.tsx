import { batteryDraftSchema, type BatteryDraft } from '@vaktman/contract';
import { DUTIES } from '@vaktman/core';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { useStoreBatteryMutation } from '../api/api';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { draftResolver, focusFirstWrong, messagesOf, textTyped, withoutEmpty } from '../control/draftForm';
import { Choice, DayLine, TextLine } from '../control/formLines';
import { Key, PrimaryKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { PHONE } from '../theme/screen';
import { DateCodeField } from './DateCodeField';
import { LabelFields, labelOf } from './LabelFields';

const Panel = styled.form`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.8rem 1rem;
  border: 2px solid var(--ink);
  padding: 1rem;
  align-items: end;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
  .wrong {
    grid-column: 1 / -1;
    color: var(--failed);
    font-weight: 680;
  }
`;

const EMPTY = {
  serial: '',
  make: '',
  ratingValue: '',
  standard: 'SAE',
  chemistry: 'flooded',
  duty: 'truck',
  capacityAh: '',
  warrantyUntil: '',
  made: '',
};
type Typed = typeof EMPTY;

const resolver = draftResolver<Typed, BatteryDraft>(
  batteryDraftSchema,
  (typed) =>
    withoutEmpty({
      battery: { ...labelOf(typed), duty: typed.duty, serial: typed.serial },
      warrantyUntil: textTyped(typed.warrantyUntil),
      made: textTyped(typed.made),
    }),
  (path) => path.replace('battery.', ''),
);

/** What is on the label of a battery that comes into the store room. */
export const StoreBattery = ({ close }: { close: () => void }) => {
  const [failure, setFailure] = useState<string | null>(null);
  const [storeBattery] = useStoreBatteryMutation();
  const { control, handleSubmit, watch, setValue, formState } = useForm<Typed, unknown, BatteryDraft>({
    defaultValues: EMPTY,
    resolver,
    shouldFocusError: false,
  });
  const store = async (draft: BatteryDraft): Promise<void> => {
    const answer = await storeBattery(draft);
    if (answer.error === undefined) close();
    else setFailure(problemText(answer.error));
  };
  const [saving, submit] = useOnce(async (form: HTMLFormElement) => handleSubmit(store, () => focusFirstWrong(form))());
  return (
    <Panel
      noValidate
      aria-label="Take a battery into store"
      onSubmit={(event) => {
        event.preventDefault();
        void submit(event.currentTarget);
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="serial" label="Serial" />
      <LabelFields
        typed={watch()}
        change={(part) => {
          for (const [key, value] of Object.entries(part)) setValue(key as keyof Typed, value, { shouldDirty: true });
        }}
        errors={messagesOf(formState.errors)}
      />
      <Choice control={control} name="duty" label="Duty" options={DUTIES.map((word) => [word, word] as const)} />
      <DayLine control={control} name="warrantyUntil" label="Warranty to" />
      <DateCodeField made={watch('made')} setMade={(made) => setValue('made', made)} />
      {failure === null ? null : (
        <p className="wrong" role="alert">
          {failure}
        </p>
      )}
      <Key onPress={close}>Leave</Key>
      <PrimaryKey type="submit" isPending={saving}>
        Take it into store
      </PrimaryKey>
    </Panel>
  );
};
