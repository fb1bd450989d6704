import { batteryDraftSchema } from '@vaktman/contract';
import { DUTIES, problemsOf } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useStoreBatteryMutation } from '../api/api';
import { problemText } from '../api/failure';
import { ChoiceField } from '../control/ChoiceField';
import { DateLine } from '../control/DateLine';
import { Field } from '../control/Field';
import { Key, PrimaryKey } from '../control/Key';
import { PHONE } from '../theme/screen';
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
};
type Typed = typeof EMPTY;

/** What is on the label of a battery that comes into the store room. */
export const StoreBattery = ({ close }: { close: () => void }) => {
  const [typed, setTyped] = useState<Typed>(EMPTY);
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [storeBattery, { isLoading }] = useStoreBatteryMutation();
  const set = (key: keyof Typed) => (value: string) => setTyped((before) => ({ ...before, [key]: value }));
  const submit = async (): Promise<void> => {
    const draft = {
      battery: { ...labelOf(typed), duty: typed.duty, serial: typed.serial },
      ...(typed.warrantyUntil === '' ? {} : { warrantyUntil: typed.warrantyUntil }),
    };
    const parsed = batteryDraftSchema.safeParse(draft);
    if (!parsed.success) {
      setErrors(
        Object.fromEntries(
          problemsOf(parsed.error, draft).map(({ path, message }) => [path.replace('battery.', ''), message]),
        ),
      );
      return;
    }
    const answer = await storeBattery(parsed.data);
    if (answer.error === undefined) close();
    else setFailure(problemText(answer.error));
  };
  return (
    <Panel
      noValidate
      aria-label="Take a battery into store"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Field label="Serial" value={typed.serial} onChange={set('serial')} error={errors['serial']} />
      <LabelFields typed={typed} change={(part) => setTyped((before) => ({ ...before, ...part }))} errors={errors} />
      <ChoiceField
        label="Duty"
        value={typed.duty}
        onChange={set('duty')}
        options={DUTIES.map((word) => [word, word] as const)}
      />
      <DateLine
        label="Warranty to"
        value={typed.warrantyUntil}
        onChange={set('warrantyUntil')}
        error={errors['warrantyUntil']}
      />
      {failure === null ? null : (
        <p className="wrong" role="alert">
          {failure}
        </p>
      )}
      <Key onPress={close}>Leave</Key>
      <PrimaryKey type="submit" isDisabled={isLoading}>
        Take it into store
      </PrimaryKey>
    </Panel>
  );
};
