import {
  batteryThingSchema,
  type Fitting,
  batteriesInOrder,
  problemsOf,
  type Unit,
  OLD_BATTERY_FATES,
  type OldBatteryFate,
  present,
} from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { LabelFields, labelOf, type LabelTyped } from '../battery/LabelFields';
import { todayText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { DateLine } from '../control/DateLine';
import { Field } from '../control/Field';
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
}

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
  const [typed, setTyped] = useState<Typed>({
    make: old.make ?? '',
    ratingValue: old.rating === undefined ? '' : String(old.rating.value),
    standard: old.rating?.standard ?? 'SAE',
    chemistry: old.chemistry,
    capacityAh: old.capacityAh === undefined ? '' : String(old.capacityAh),
    fitted: todayText(),
  });
  const [serials, setSerials] = useState<Record<string, string>>({});
  const [fate, setFate] = useState<OldBatteryFate>('scrap');
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const set = (key: keyof Typed) => (value: string) => setTyped((before) => ({ ...before, [key]: value }));
  const submit = async (): Promise<void> => {
    const made = at.map((position) => ({
      position,
      batteryId: v7(),
      battery: {
        ...labelOf(typed),
        duty: old.duty,
        ...(old.nominalVolts === undefined ? {} : { nominalVolts: old.nominalVolts }),
        ...((serials[position] ?? '').trim() === '' ? {} : { serial: present(serials[position]).trim() }),
        ...(typed.fitted === '' ? {} : { fitted: typed.fitted }),
      },
    }));
    const fitted: Fitting[] = [];
    for (const { position, batteryId, battery } of made) {
      const parsed = batteryThingSchema.safeParse(battery);
      if (!parsed.success) {
        setErrors(Object.fromEntries(problemsOf(parsed.error, battery).map(({ path, message }) => [path, message])));
        return;
      }
      fitted.push({ position, batteryId, battery: parsed.data, old: fate });
    }
    await save(fitted);
  };
  const [saving, ask] = useOnce(submit);
  return (
    <Panel
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void ask();
      }}
    >
      <h3>{at.length === 1 ? `The new battery at ${at[0]}` : `The new batteries at ${at.join(', ')}`}</h3>
      <Grid>
        <LabelFields typed={typed} change={(part) => setTyped((before) => ({ ...before, ...part }))} errors={errors} />
        <DateLine label="Fitted" value={typed.fitted} onChange={set('fitted')} error={errors['fitted']} />
        {at.map((position) => (
          <Field
            key={position}
            label={`Serial at ${position}`}
            value={serials[position] ?? ''}
            onChange={(value) => setSerials((before) => ({ ...before, [position]: value }))}
          />
        ))}
      </Grid>
      <ChoiceField
        label={at.length === 1 ? 'The old battery' : 'The old batteries'}
        value={fate}
        onChange={(value) => setFate(OLD_BATTERY_FATES.find((known) => known === value) ?? 'scrap')}
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
