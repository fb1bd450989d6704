import { skipToken } from '@reduxjs/toolkit/query/react';
import type { UnitDetail } from '@vaktman/contract';
import { batteriesInOrder, DISPOSITION_WORDS } from '@vaktman/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { failedWords } from '../api/failure';
import { dayText } from '../control/dates';
import { EarlierKey } from '../control/EarlierKey';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { Scroll, Table } from '../control/tableStyle';
import { Capability, isWeak } from './Capability';
import { useEarlierVisitsInfiniteQuery } from './unitApi';

/** Visits before those of the page: none until they are asked for, then as many pages as one asks for. */
const useEarlierVisits = ({ unit: { id: unitId }, earlierVisits: from }: UnitDetail) => {
  const [isAskedFor, setAskedFor] = useState(false);
  const earlier = useEarlierVisitsInfiniteQuery(isAskedFor && from !== null ? { unitId, from } : skipToken);
  const hasNone = earlier.currentData === undefined;
  return {
    visits: earlier.currentData?.pages.flatMap((page) => page.visits) ?? [],
    hasMore: from !== null && (hasNone || earlier.hasNextPage),
    isPending: earlier.isFetching,
    failed: earlier.isError ? failedWords(earlier.error) : null,
    ask: (): void => {
      if (!isAskedFor) setAskedFor(true);
      else void (hasNone ? earlier.refetch() : earlier.fetchNextPage());
    },
  };
};

/** Every visit of a unit, the latest first: how it stood, and what each battery gave. */
export const UnitVisits = ({ detail }: { detail: UnitDetail }) => {
  const batteries = batteriesInOrder(detail.unit.bank);
  const earlier = useEarlierVisits(detail);
  const visits = [...detail.visits, ...earlier.visits];
  return (
    <div style={{ marginTop: '1.4rem' }}>
      <Scroll>
        <Table>
          <caption>Visits</caption>
          {visits.length === 0 ? null : (
            <thead>
              <tr>
                <th scope="col">Date</th>
                <th scope="col">Stood</th>
                {batteries.map(({ position }) => (
                  <th key={position} scope="col" className="number">
                    {position} gives
                  </th>
                ))}
                <th scope="col">Gravest</th>
                <th scope="col">Technician</th>
              </tr>
            </thead>
          )}
          <tbody>
            {visits.map((visit) => (
              <tr key={visit.visitId}>
                <td>
                  <Link to={`/visits/${visit.visitId}/summary`}>{dayText(visit.startedAt)}</Link>
                </td>
                <td>
                  <Mark kind={DISPOSITION_MARK[visit.disposition]} word={DISPOSITION_WORDS[visit.disposition]} />
                </td>
                {batteries.map(({ position }) => {
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
              </tr>
            ))}
            {visits.length === 0 ? (
              <tr>
                <td>No visit yet. Start one: the bank is read first.</td>
              </tr>
            ) : null}
          </tbody>
        </Table>
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
