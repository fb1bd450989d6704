import type { UnitDetail } from '@vaktman/contract';
import type { Unit } from '@vaktman/core';
import { memo, useDeferredValue, useMemo } from 'react';
import { useWatch, type Control } from 'react-hook-form';
import { BankDrawing } from '../drawing/BankDrawing';
import { PathDrawing } from '../drawing/PathDrawing';
import { checkForm, type UnitFormFields } from './unitForm';

const NO_FACES = { stretches: {}, joints: {} };

const Wiring = memo(({ unit: drawn }: { readonly unit: Unit | null }) => (
  <>
    <h2>As it is wired</h2>
    {drawn === null ? (
      <p>The drawing follows once the entries fit together.</p>
    ) : (
      <>
        <BankDrawing
          bank={drawn.bank}
          faces={Object.fromEntries(
            drawn.bank.batteries.map(({ position, make }) => [
              position,
              { value: null, unit: '', note: make ?? '', mark: null },
            ]),
          )}
        />
        <PathDrawing unit={drawn} faces={NO_FACES} batteries={{}} />
      </>
    )}
  </>
));

/** The unit as typed so far, drawn as it is wired; the letters come first, and the drawing when there is time. */
export const DrawnUnit = ({
  control,
  before,
}: {
  readonly control: Control<UnitFormFields>;
  readonly before: UnitDetail | null;
}) => {
  const values = useDeferredValue(useWatch({ control }) as UnitFormFields);
  const drawn = useMemo(() => {
    const checked = checkForm({ ...values, id: values.id || 'new', yardId: values.yardId || 'yard' }, before);
    return checked.ok ? checked.draft.unit : null;
  }, [values, before]);
  return <Wiring unit={drawn} />;
};
