import type { UnitDetail, VisitSummary } from '@vaktman/contract';
import { DISPOSITION_WORDS, positions } from '@vaktman/core';
import { Link } from 'react-router';
import styled, { css } from 'styled-components';
import { dayText } from '../control/dates';
import { EarlierKey } from '../control/EarlierKey';
import { LongBody } from '../control/LongBody';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { Scroll, Table } from '../control/tableStyle';
import { WHOLE_LIST } from '../control/useRowsInSight';
import { Capability, isWeak } from './Capability';
import { useUnitVisits } from './useUnitVisits';

/** Columns of a long list stay as wide as they are, whichever rows are in sight. */
const Visits = styled(Table)<{ readonly $isLong: boolean }>`
  ${({ $isLong }) =>
    $isLong
      ? css`
          table-layout: fixed;
          min-width: 52rem;
          th {
            width: 7.2rem;
          }
          .number {
            width: 4.3rem;
          }
          .words {
            width: auto;
          }
        `
      : ''}
`;

const VisitCells = ({ visit, at }: { readonly visit: VisitSummary; readonly at: readonly string[] }) => (
  <>
    <td>
      <Link to={`/visits/${visit.visitId}/summary`}>{dayText(visit.startedAt)}</Link>
    </td>
    <td>
      <Mark kind={DISPOSITION_MARK[visit.disposition]} word={DISPOSITION_WORDS[visit.disposition]} />
    </td>
    {at.map((position) => {
      const last = visit.batteries[position];
      return (
        <td key={position} className={`number ${isWeak(last) ? 'weak' : ''}`}>
          <Capability last={last} />
        </td>
      );
    })}
    <td className="words">
      {visit.closedAt === null ? 'Open: ' : ''}
      {visit.headline}
    </td>
    <td>{visit.technician}</td>
  </>
);

/** Every visit of a unit, the latest first: how it stood, and what each battery gave. */
export const UnitVisits = ({ detail }: { detail: UnitDetail }) => {
  const at = positions(detail.unit);
  const { visits, ...earlier } = useUnitVisits(detail);
  return (
    <div style={{ marginTop: '1.4rem' }}>
      <Scroll>
        <Visits $isLong={visits.length > WHOLE_LIST} aria-rowcount={visits.length + 1}>
          <caption>Visits</caption>
          {visits.length === 0 ? null : (
            <thead>
              <tr>
                <th scope="col">Date</th>
                <th scope="col">Stood</th>
                {at.map((position) => (
                  <th key={position} scope="col" className="number">
                    {position} gives
                  </th>
                ))}
                <th scope="col" className="words">
                  Gravest
                </th>
                <th scope="col">Technician</th>
              </tr>
            </thead>
          )}
          {visits.length === 0 ? (
            <tbody>
              <tr>
                <td>No visit yet. Start one: the bank is read first.</td>
              </tr>
            </tbody>
          ) : (
            <LongBody
              rows={visits}
              rowKey={({ visitId }) => visitId}
              cells={(visit) => <VisitCells visit={visit} at={at} />}
            />
          )}
        </Visits>
      </Scroll>
      {earlier.hasMore ? (
        <EarlierKey
          words="Show earlier visits"
          isPending={earlier.isPending}
          failed={earlier.failed}
          onPress={earlier.ask}
        />
      ) : null}
    </div>
  );
};
