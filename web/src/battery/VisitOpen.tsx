import type { UnitId } from '@vaktman/core';
import { Link } from 'react-router';
import { useUnitQuery } from '../api/api';

/** That a visit of a unit is open while its battery is to be changed: the visit would go on judging by the one before. */
export const VisitOpen = ({ unitId }: { readonly unitId: UnitId | '' }) => {
  const { currentData: unit } = useUnitQuery(unitId, { skip: unitId === '' });
  const open = unit?.visits.find(({ closedAt }) => closedAt === null);
  return open === undefined ? null : (
    <p role="status">
      <strong>
        A visit of {unitId} is open, by {open.technician}.
      </strong>{' '}
      It goes on judging by the battery it was opened with: change the battery{' '}
      <Link to={`/visits/${open.visitId}`}>in the visit</Link>, or close it first.
    </p>
  );
};
