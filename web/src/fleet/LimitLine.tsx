import { limitBook, LIMIT_NAMES, limitScaleWords, limitUnit, type ProfileName } from '@vaktman/core';
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
  method,
  remove,
}: {
  readonly control: Control<ClassesTyped, unknown, unknown>;
  /** Of the class, and of the limit in it. */
  readonly index: number;
  readonly at: number;
  /** The method the fleet goes by: what it asks for is the usual figure. */
  readonly method: ProfileName;
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
  const usual = name === undefined ? null : limitBook(method, 12).get(name).value;
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
      {name === undefined || usual === null ? (
        <small />
      ) : (
        <UsualFigure
          control={control}
          name={`classes.${index}.limits.${at}.value`}
          usual={usual}
          words={[limitScaleWords(name), `usually ${usual} ${limitUnit(name)}`.trim()]
            .filter((text) => text !== '')
            .join('; ')}
        />
      )}
      <QuietKey onPress={remove}>Remove</QuietKey>
    </LimitRow>
  );
};
