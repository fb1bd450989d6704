import { PROFILE_NAMES, PROFILES } from '@vaktman/core';
import type { Control } from 'react-hook-form';
import { useFieldArray } from 'react-hook-form';
import { FieldGroup } from '../control/Field';
import { Choice, NumberLine, TextLine } from '../control/formLines';
import { Key } from '../control/Key';
import { Grid } from './formGrid';
import { MakerFigure } from './MakerFigure';
import { CABLE_KEYS, type CableKey, type UnitFormFields } from './unitForm';

const CABLE_WORDS: Readonly<Record<CableKey, string>> = {
  starterPositive: 'Starter, positive',
  starterGround: 'Starter, ground',
  chargePositive: 'Charging, positive',
  chargeGround: 'Charging, ground',
  link: 'Between batteries',
};

/** Size and length of each cable of the circuit. */
export const CableFields = ({ control, hasLinks }: { control: Control<UnitFormFields>; hasLinks: boolean }) => (
  <FieldGroup title="Cables">
    {CABLE_KEYS.filter((key) => key !== 'link' || hasLinks).map((key) => (
      <Grid key={key} $columns="1.4fr 1fr 1fr 1fr" role="group" aria-label={CABLE_WORDS[key]}>
        <strong style={{ alignSelf: 'end', paddingBottom: '0.7rem' }}>{CABLE_WORDS[key]}</strong>
        <TextLine control={control} name={`cables.${key}.size`} label="Size" />
        <Choice
          control={control}
          name={`cables.${key}.sizeUnit`}
          label="Size as"
          options={[
            ['mm2', 'mm²'],
            ['awg', 'AWG'],
          ]}
        />
        <NumberLine control={control} name={`cables.${key}.lengthM`} label="Length" unit="m" />
      </Grid>
    ))}
  </FieldGroup>
);

/** The method the unit is judged by, and figures of its maker that go before the method's. */
export const MethodFields = ({ control }: { control: Control<UnitFormFields> }) => {
  const { fields, append, remove } = useFieldArray({ control, name: 'makerLimits' });
  return (
    <FieldGroup title="Method and maker's figures">
      <Grid $columns="1fr 2fr">
        <Choice
          control={control}
          name="profile"
          label="Judged by"
          options={[['', 'as the fleet'], ...PROFILE_NAMES.map((name) => [name, PROFILES[name].title] as const)]}
        />
        <p style={{ alignSelf: 'end' }}>
          A figure from the machine's own manual goes before every limit of the method, and is taken as read on this
          unit.
        </p>
      </Grid>
      {fields.map(({ id }, index) => (
        <MakerFigure key={id} control={control} index={index} remove={() => remove(index)} />
      ))}
      <Key type="button" onPress={() => append({ name: '', value: '' })}>
        Add a maker's figure
      </Key>
    </FieldGroup>
  );
};
