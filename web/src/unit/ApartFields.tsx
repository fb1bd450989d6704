import type { Control } from 'react-hook-form';
import { FieldGroup } from '../control/Field';
import { Choice, NumberLine } from '../control/formLines';
import { Grid } from './formGrid';
import { batteryCount, type UnitFormFields } from './unitForm';

/** Where the mains sit, what has to be thought of before a battery comes off, and what may run while it is parked. */
export const ApartFields = ({
  control,
  arrangement,
}: {
  readonly control: Control<UnitFormFields>;
  readonly arrangement: string;
}) => {
  const posts = (sign: '+' | '−') => [
    ['', 'by the wiring'] as const,
    ...[...'ABCDEF'.slice(0, batteryCount(arrangement))].map((at) => [at, `post ${at} ${sign}`] as const),
  ];
  return (
    <FieldGroup title="Taking it apart, and parked">
      <Grid $columns="1fr 1fr 1.2fr 1fr 1fr">
        <Choice control={control} name="takeOffPlus" label="Positive main on" options={posts('+')} />
        <Choice control={control} name="takeOffMinus" label="Ground main on" options={posts('−')} />
        <Choice
          control={control}
          name="memoryPower"
          label="Memory power"
          options={[
            ['', 'not said'],
            ['needed', 'needed before a clamp comes off'],
            ['not-needed', 'not needed'],
          ]}
        />
        <NumberLine control={control} name="keyOffWaitMinutes" label="Wait after key off" unit="min" />
        <NumberLine control={control} name="parkedAmps" label="May draw when parked" unit="A" />
      </Grid>
    </FieldGroup>
  );
};
