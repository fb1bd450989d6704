import type { Placement, UnitDetail } from '@vaktman/contract';
import { CHEMISTRY_WORDS, batteriesInOrder } from '@vaktman/core';
import { Link } from 'react-router';
import { dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { Scroll, Table } from '../control/tableStyle';
import { Capability, isWeak } from './Capability';
import { lastRead, stayAt } from './lastRead';

/** A battery by make and serial, as the way to its own page where that is on record. */
const Named = ({ stay, make, serial }: { stay: Placement | undefined; make: string; serial: string }) => {
  const words = (
    <>
      {make}
      <br />
      {serial}
    </>
  );
  return stay === undefined ? words : <Link to={`/batteries/${stay.batteryId}`}>{words}</Link>;
};

/** The batteries of a unit with what was last read of them, and those that sat there before. */
export const UnitBatteries = ({ detail }: { detail: UnitDetail }) => {
  const { unit, placements } = detail;
  const lasts = lastRead(detail);
  const gone = placements.filter(({ to }) => to !== null);
  return (
    <Scroll style={{ marginTop: '1.4rem' }}>
      <Table>
        <caption>Batteries</caption>
        <thead>
          <tr>
            <th scope="col">At</th>
            <th scope="col">Make, serial</th>
            <th scope="col">Rating</th>
            <th scope="col">Fitted</th>
            <th scope="col" className="number">
              Rest V
            </th>
            <th scope="col" className="number">
              Gives
            </th>
          </tr>
        </thead>
        <tbody>
          {batteriesInOrder(unit.bank).map((battery) => {
            const last = lasts[battery.position];
            return (
              <tr key={battery.position}>
                <td>
                  <strong>{battery.position}</strong>
                </td>
                <td>
                  <Named
                    stay={stayAt(detail, battery.position)}
                    make={battery.make ?? 'make not on record'}
                    serial={battery.serial ?? 'no serial'}
                  />
                </td>
                <td>
                  {battery.rating === undefined ? '–' : `${battery.rating.value} A ${battery.rating.standard}`}
                  <br />
                  {CHEMISTRY_WORDS[battery.chemistry]}
                </td>
                <td>{battery.fitted === undefined ? '–' : dayText(battery.fitted)}</td>
                <td className="number">
                  {last?.restingVolts == null ? '–' : <Figure text={last.restingVolts.toFixed(2)} />}
                </td>
                <td className={`number ${isWeak(last) ? 'weak' : ''}`}>
                  <Capability last={last} />
                </td>
              </tr>
            );
          })}
          {gone.map((placement) => (
            <tr key={placement.placementId}>
              <td>{placement.position}, was</td>
              <td>
                <Named
                  stay={placement}
                  make={placement.battery.make ?? '–'}
                  serial={placement.battery.serial ?? 'no serial'}
                />
              </td>
              <td>{placement.battery.rating === undefined ? '–' : `${placement.battery.rating.value} A`}</td>
              <td colSpan={3} className="words">
                {dayText(placement.from)} to {placement.to === null ? '' : dayText(placement.to)}:{' '}
                {placement.removedBecause ?? 'removed'}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Scroll>
  );
};
