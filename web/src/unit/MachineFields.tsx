import type { Control } from 'react-hook-form';
import { useFieldArray } from 'react-hook-form';
import { FieldGroup } from '../control/Field';
import { Choice, NumberLine, TextLine } from '../control/formLines';
import { Key, QuietKey } from '../control/Key';
import { Grid, same } from './formGrid';
import { EMPTY_ALTERNATOR, type UnitFormFields } from './unitForm';

/** Starter and engine, as far as the tests ask for them. */
export const StarterFields = ({ control }: { control: Control<UnitFormFields> }) => (
  <FieldGroup title="Starter">
    <Grid $columns="1fr 1fr 1fr 1fr 1fr">
      <Choice
        control={control}
        name="groundReturn"
        label="Starter ground"
        options={[
          ['cable', 'own cable'],
          ['block', 'engine block'],
        ]}
      />
      <Choice
        control={control}
        name="magneticSwitch"
        label="Magnetic switch"
        options={same(['separate', 'integrated', 'none'])}
      />
      <NumberLine control={control} name="cylinders" label="Cylinders" />
      <Choice
        control={control}
        name="oil"
        label="Engine oil"
        options={[['', 'not known'], ...same(['15W', '10W', '5W', '0W'])]}
      />
      <NumberLine control={control} name="beltRatio" label="Belt ratio" />
    </Grid>
  </FieldGroup>
);

/** The alternators, one or two. */
export const AlternatorFields = ({ control }: { control: Control<UnitFormFields> }) => {
  const { fields, append, remove } = useFieldArray({ control, name: 'alternators', keyName: 'key' });
  return (
    <FieldGroup title="Alternators">
      {fields.map(({ key }, index) => (
        <Grid key={key} $columns="0.7fr 1fr 1fr 1fr 1fr auto" role="group" aria-label={`Alternator ${index + 1}`}>
          <TextLine control={control} name={`alternators.${index}.id`} label="Id" />
          <NumberLine control={control} name={`alternators.${index}.ratedAmps`} label="Rating on the plate" unit="A" />
          <Choice
            control={control}
            name={`alternators.${index}.ground`}
            label="Ground"
            options={[
              ['case', 'case'],
              ['stud', 'own stud'],
            ]}
          />
          <Choice
            control={control}
            name={`alternators.${index}.remoteSense`}
            label="Remote sense"
            options={same(['no', 'yes'])}
          />
          <Choice
            control={control}
            name={`alternators.${index}.regulator`}
            label="Regulator"
            options={[
              ['', 'not said'],
              ['internal', 'inside'],
              ['external', 'outside'],
            ]}
          />
          <QuietKey type="button" onPress={() => remove(index)}>
            Remove
          </QuietKey>
        </Grid>
      ))}
      {fields.length >= 2 ? null : (
        <Key type="button" onPress={() => append({ ...EMPTY_ALTERNATOR, id: `ALT${fields.length + 1}` })}>
          Add an alternator
        </Key>
      )}
    </FieldGroup>
  );
};
