import type { BatteryLast, UnitDetail } from '@vaktman/contract';
import { batteriesInOrder } from '@vaktman/core';
import { dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { Scroll, Table } from '../control/tableStyle';
import { Capability, isWeak } from './Capability';

/** Each battery's last values, from the latest visit that read it. */
const lastByPosition = ({ visits }: UnitDetail): Record<string, BatteryLast> => {
  const lasts: Record<string, BatteryLast> = {};
  for (const visit of visits) for (const [position, last] of Object.entries(visit.batteries)) lasts[position] ??= last;
  return lasts;
};

/** The batteries of a unit with what was last read of them, and those that sat there before. */
export const UnitBatteries = ({ detail }: { detail: UnitDetail }) => {
  const { unit, placements } = detail;
  const lasts = lastByPosition(detail);
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
                  {battery.make ?? 'make not on record'}
                  <br />
                  {battery.serial ?? 'no serial'}
                </td>
                <td>
                  {battery.rating === undefined ? '–' : `${battery.rating.value} A ${battery.rating.standard}`}
                  <br />
                  {battery.chemistry}
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
                {placement.battery.make ?? '–'}
                <br />
                {placement.battery.serial ?? 'no serial'}
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
