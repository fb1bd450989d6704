import type { Control } from 'react-hook-form';
import { FieldGroup } from '../control/Field';
import { DayLine, NumberLine, TextLine } from '../control/formLines';
import { Grid } from './formGrid';
import type { UnitFormFields } from './unitForm';

/** What is on record of a machine besides its circuit. */
export const CardFields = ({ control }: { control: Control<UnitFormFields> }) => (
  <FieldGroup title="Card">
    <Grid $columns="1fr 0.6fr 1fr 1fr">
      <TextLine control={control} name="card.plate" label="Plate or chassis" />
      <NumberLine control={control} name="card.year" label="Year" />
      <TextLine control={control} name="card.make" label="Maker" />
      <TextLine control={control} name="card.type" label="Type" />
    </Grid>
    <Grid $columns="1fr 1fr">
      <TextLine control={control} name="card.class" label="Class of machine" />
      <TextLine control={control} name="card.answers" label="Who answers for it" />
    </Grid>
    <Grid $columns="1fr 1fr 1fr">
      <NumberLine control={control} name="card.engineHours" label="Engine hours" unit="h" />
      <NumberLine control={control} name="card.odometerKm" label="Odometer" unit="km" />
      <DayLine control={control} name="card.metersOn" label="Read on" />
    </Grid>
    <TextLine control={control} name="card.note" label="Note" />
  </FieldGroup>
);
