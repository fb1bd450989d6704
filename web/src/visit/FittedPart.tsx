import { partPlaces, partRepeats, STARTER_PLACE, type Finding, type PartFitting, type Unit } from '@vaktman/core';
import { useUnitPartsQuery } from '../api/api';
import { PartForm } from '../unit/PartForm';
import { repeatWords } from '../unit/partWords';

/** The place of the part a finding would have replaced: an alternator or the starter; null where it is neither. */
export const partPlaceOf = (unit: Unit, { code, subject }: Pick<Finding, 'code' | 'subject'>): string | null => {
  if (code === 'starter.motor') return STARTER_PLACE;
  return code.startsWith('alternator.') && code !== 'alternator.sense-fuse' && partPlaces(unit).includes(subject)
    ? subject
    : null;
};

/** The plate of the part that goes in with a repair, and what is to be thought of when it is not the first. */
export const FittedPart = ({
  unit,
  place,
  save,
  close,
}: {
  readonly unit: Unit;
  readonly place: string;
  readonly save: (part: PartFitting) => unknown;
  readonly close: () => void;
}) => {
  const { data: stays = [] } = useUnitPartsQuery(unit.id);
  const repeat = partRepeats(stays, new Date(), 1).find((own) => own.place === place);
  return (
    <PartForm
      places={[place]}
      isNow
      warning={repeat === undefined ? undefined : repeatWords(repeat)}
      save={({ fittedAt: _now, ...part }) => save(part)}
      close={close}
    />
  );
};
