import type { UnitDetail } from '@vaktman/contract';
import { batteriesInOrder, DISPOSITION_WORDS } from '@vaktman/core';
import { Link } from 'react-router';
import { dayText } from '../control/dates';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { Scroll, Table } from '../control/tableStyle';
import { Capability, isWeak } from './Capability';

/** Every visit of a unit, the latest first: how it stood, and what each battery gave. */
export const UnitVisits = ({ detail: { unit, visits } }: { detail: UnitDetail }) => {
  const batteries = batteriesInOrder(unit.bank);
  return (
    <Scroll style={{ marginTop: '1.4rem' }}>
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
  );
};
