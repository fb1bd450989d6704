import { limitBook, LIMIT_NAMES, limitUnit, PROFILE_NAMES } from '@vaktman/core';
import { useWatch, type Control } from 'react-hook-form';
import { Choice, NumberLine } from '../control/formLines';
import { QuietKey } from '../control/Key';
import { limitOptions } from '../control/limitOptions';
import { UsualFigure } from '../control/UsualFigure';
import { Grid } from './formGrid';
import type { UnitFormFields } from './unitForm';

/** A figure from the machine's own manual, as it is read on this machine: beside it what the method asks for on one like it. */
export const MakerFigure = ({
  control,
  index,
  remove,
}: {
  readonly control: Control<UnitFormFields>;
  readonly index: number;
  readonly remove: () => void;
}) => {
  const [systemVolts, batteryVolts, profile] = useWatch({ control, name: ['systemVolts', 'batteryVolts', 'profile'] });
  // Not what is typed for them: every line with its list would be drawn anew at every digit of one.
  const names = useWatch({ control, name: 'makerLimits', compute: (limits) => limits.map((limit) => limit.name) });
  const name = LIMIT_NAMES.find((own) => own === names[index]);
  const method = PROFILE_NAMES.find((own) => own === profile) ?? 'pile';
  const usual =
    name === undefined ? null : limitBook(method, Number(systemVolts)).get(name, Number(batteryVolts) / 12).value;
  return (
    <Grid $columns="2fr 1fr 1fr auto" role="group" aria-label={`Maker's figure ${index + 1}`}>
      <Choice control={control} name={`makerLimits.${index}.name`} label="Limit" options={limitOptions(names, index)} />
      <NumberLine
        control={control}
        name={`makerLimits.${index}.value`}
        label="Figure"
        unit={name === undefined ? '' : limitUnit(name)}
      />
      <div style={{ alignSelf: 'end', paddingBottom: '0.8rem' }}>
        {name === undefined || usual === null ? null : (
          <UsualFigure
            control={control}
            name={`makerLimits.${index}.value`}
            usual={usual}
            words={`usually ${Number(usual.toFixed(3))} ${limitUnit(name)} here`}
          />
        )}
      </div>
      <QuietKey type="button" style={{ alignSelf: 'end' }} onPress={remove}>
        Remove
      </QuietKey>
    </Grid>
  );
};
