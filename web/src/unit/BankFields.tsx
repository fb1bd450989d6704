import { useEffect } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { FieldGroup } from '../control/Field';
import { Choice, TextLine } from '../control/formLines';
import { Key } from '../control/Key';
import { bankWords } from '../control/words';
import { BatteryFields } from './BatteryFields';
import { Grid } from './formGrid';
import { arrangementsFor, batteryCount, EMPTY_BATTERY, type UnitFormFields } from './unitForm';

/** Which unit it is, and its bank battery by battery. */
export const BankFields = ({ isNew, yards }: { isNew: boolean; yards: readonly (readonly [string, string])[] }) => {
  const { control, setValue, getValues } = useFormContext<UnitFormFields>();
  const [systemVolts, batteryVolts, arrangement] = useWatch({
    control,
    name: ['systemVolts', 'batteryVolts', 'arrangement'],
  });
  const arrangements = arrangementsFor(systemVolts, batteryVolts);
  const count = batteryCount(arrangement);
  const series = systemVolts !== batteryVolts;

  useEffect(() => {
    if (!arrangements.some((possible) => possible === arrangement)) setValue('arrangement', arrangements[0] ?? '1S1P');
  }, [arrangements, arrangement, setValue]);
  useEffect(() => {
    const batteries = getValues('batteries');
    if (batteries.length < count)
      setValue('batteries', [
        ...batteries,
        ...Array.from({ length: count - batteries.length }, () => ({ ...(batteries[0] ?? EMPTY_BATTERY), serial: '' })),
      ]);
  }, [count, getValues, setValue]);

  const copyFirst = (): void => {
    const [first, ...rest] = getValues('batteries');
    if (first !== undefined)
      setValue('batteries', [
        first,
        ...rest.map((battery) => ({ ...first, serial: battery.serial, set: battery.set })),
      ]);
  };

  return (
    <>
      <FieldGroup title="The unit">
        <Grid $columns="1fr 2fr 1.3fr">
          <TextLine control={control} name="id" label="Number" isDisabled={!isNew} />
          <TextLine control={control} name="description" label="What it is" />
          <Choice control={control} name="yardId" label="Yard" options={yards} />
        </Grid>
      </FieldGroup>
      <FieldGroup title="The bank">
        <Grid $columns="1fr 1fr 2fr 1.3fr">
          <Choice
            control={control}
            name="systemVolts"
            label="System"
            options={[
              ['12', '12 V'],
              ['24', '24 V'],
            ]}
          />
          <Choice
            control={control}
            name="batteryVolts"
            label="Batteries of"
            options={[
              ['12', '12 V'],
              ['6', '6 V'],
            ]}
          />
          <Choice
            control={control}
            name="arrangement"
            label="Arrangement"
            options={arrangements.map(
              (possible) => [possible, `${possible}: ${bankWords(Number(systemVolts), possible)}`] as const,
            )}
          />
          <div style={{ alignSelf: 'end' }}>
            <Key type="button" onPress={copyFirst}>
              All like A
            </Key>
          </div>
        </Grid>
        {Array.from({ length: count }, (_, index) => (
          <BatteryFields key={index} control={control} index={index} inSeries={series} />
        ))}
      </FieldGroup>
    </>
  );
};
