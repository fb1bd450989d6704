import { Choice, DayLine, NumberLine, TextLine } from '../control/formLines';
import { CHEMISTRIES, CHEMISTRY_WORDS, RATING_STANDARDS } from '@vaktman/core';
import type { Control } from 'react-hook-form';
import styled from 'styled-components';
import { PHONE } from '../theme/screen';
import { same } from './formGrid';
import type { UnitFormFields } from './unitForm';

const BatteryRow = styled.div`
  display: grid;
  grid-template-columns: 2rem repeat(4, minmax(0, 1fr)) repeat(2, minmax(0, 0.8fr));
  gap: 0.6rem 0.7rem;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
  > strong {
    font-size: 1.8rem;
    align-self: center;
  }
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
    > strong {
      grid-column: 1 / -1;
    }
  }
`;

/** What is on record of one battery of the bank. */
export const BatteryFields = ({
  control,
  index,
  inSeries,
}: {
  control: Control<UnitFormFields>;
  index: number;
  /** Batteries in series share no box of their own. */
  inSeries: boolean;
}) => (
  <BatteryRow role="group" aria-label={`Battery ${'ABCDEF'[index] ?? ''}`}>
    <strong>{'ABCDEF'[index]}</strong>
    <TextLine control={control} name={`batteries.${index}.make`} label="Make" />
    <TextLine control={control} name={`batteries.${index}.serial`} label="Serial" />
    <DayLine control={control} name={`batteries.${index}.fitted`} label="Fitted" />
    <NumberLine control={control} name={`batteries.${index}.ratingValue`} label="Cold cranking" unit="A" />
    <Choice
      control={control}
      name={`batteries.${index}.ratingStandard`}
      label="Standard"
      options={same(RATING_STANDARDS)}
    />
    <Choice
      control={control}
      name={`batteries.${index}.chemistry`}
      label="Chemistry"
      options={CHEMISTRIES.map((own) => [own, CHEMISTRY_WORDS[own]] as const)}
    />
    <span />
    <NumberLine control={control} name={`batteries.${index}.capacityAh`} label="Capacity" unit="Ah" />
    {inSeries ? null : <NumberLine control={control} name={`batteries.${index}.set`} label="Box" />}
    <Choice control={control} name={`batteries.${index}.duty`} label="Duty" options={same(['truck', 'light'])} />
  </BatteryRow>
);
