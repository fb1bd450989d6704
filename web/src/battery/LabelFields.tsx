import { CHEMISTRIES, CHEMISTRY_WORDS, parseDecimal, RATING_STANDARDS } from '@vaktman/core';
import { ChoiceField } from '../control/ChoiceField';
import { Field } from '../control/Field';
import { NumberField } from '../control/NumberField';

/** What stands on a battery's label, as typed. */
export interface LabelTyped {
  readonly make: string;
  readonly ratingValue: string;
  readonly standard: string;
  readonly chemistry: string;
  readonly capacityAh: string;
}

/** The label as a battery has it; what was left empty is left out. */
export const labelOf = ({ make, ratingValue, standard, chemistry, capacityAh }: LabelTyped) => ({
  chemistry,
  ...(ratingValue.trim() === '' ? {} : { rating: { value: parseDecimal(ratingValue), standard } }),
  ...(capacityAh.trim() === '' ? {} : { capacityAh: parseDecimal(capacityAh) }),
  ...(make.trim() === '' ? {} : { make: make.trim() }),
});

/**
 * The fields of a battery's label.
 * @param errors by the path of the field in the battery
 */
export const LabelFields = ({
  typed,
  change,
  errors,
}: {
  typed: LabelTyped;
  change: (part: Partial<LabelTyped>) => void;
  errors: Readonly<Record<string, string>>;
}) => (
  <>
    <Field label="Make" value={typed.make} onChange={(make) => change({ make })} error={errors['make']} />
    <NumberField
      label="Cold cranking"
      unit="A"
      value={typed.ratingValue}
      onChange={(ratingValue) => change({ ratingValue })}
      error={errors['rating.value']}
    />
    <ChoiceField
      label="Standard"
      value={typed.standard}
      onChange={(standard) => change({ standard })}
      options={RATING_STANDARDS.map((word) => [word, word] as const)}
    />
    <ChoiceField
      label="Chemistry"
      value={typed.chemistry}
      onChange={(chemistry) => change({ chemistry })}
      options={CHEMISTRIES.map((chemistry) => [chemistry, CHEMISTRY_WORDS[chemistry]] as const)}
    />
    <NumberField
      label="Capacity"
      unit="Ah"
      value={typed.capacityAh}
      onChange={(capacityAh) => change({ capacityAh })}
      error={errors['capacityAh']}
    />
  </>
);
