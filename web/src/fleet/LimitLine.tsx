import { LIMIT_NAMES, LIMITS, limitScaleWords, limitUnit } from '@vaktman/core';
import { useWatch, type Control } from 'react-hook-form';
import { QuietKey } from '../control/Key';
import { Choice, NumberLine } from '../control/formLines';
import { limitOptions } from '../control/limitOptions';
import { UsualFigure } from '../control/UsualFigure';
import type { ClassesTyped } from './classForm';
import { LimitRow } from './fleetStyle';

/** A limit of the shop's own. What grows with the system is stated for 12 V: a machine of 24 V is held to twice as much. */
export const LimitLine = ({
  control,
  index,
  at,
  remove,
}: {
  readonly control: Control<ClassesTyped, unknown, unknown>;
  /** Of the class, and of the limit in it. */
  readonly index: number;
  readonly at: number;
  readonly remove: () => void;
}) => {
  // Not what is typed for them: every line with its list would be drawn anew at every digit of one.
  const names = useWatch({
    control,
    name: `classes.${index}.limits`,
    // Of a class that goes nothing is left a moment before its lines go too.
    compute: (limits: ClassesTyped['classes'][number]['limits'] | undefined) =>
      (limits ?? []).map((limit) => limit.name),
  });
  const name = LIMIT_NAMES.find((own) => own === names[at]);
  return (
    <LimitRow role="group" aria-label={`Limit ${at + 1}`}>
      <div>
        <Choice
          control={control}
          name={`classes.${index}.limits.${at}.name`}
          label="Limit"
          options={limitOptions(names, at)}
        />
      </div>
      <NumberLine
        control={control}
        name={`classes.${index}.limits.${at}.value`}
        label="Figure"
        unit={name === undefined ? '' : limitUnit(name)}
      />
      {name === undefined ? (
        <small />
      ) : (
        <UsualFigure
          control={control}
          name={`classes.${index}.limits.${at}.value`}
          usual={LIMITS[name].value}
          words={[limitScaleWords(name), `usually ${LIMITS[name].value} ${limitUnit(name)}`.trim()]
            .filter((text) => text !== '')
            .join('; ')}
        />
      )}
      <QuietKey onPress={remove}>Remove</QuietKey>
    </LimitRow>
  );
};
