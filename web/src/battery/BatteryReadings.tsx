import type { BatteryDetail } from '@vaktman/contract';
import { CAPABILITY_LIMIT_PERCENT, figure } from '@vaktman/core';
import { Link } from 'react-router';
import { dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { LongBody } from '../control/LongBody';
import { Scroll, Table } from '../control/tableStyle';

type Read = BatteryDetail['figures'][number];

const Cells = ({ own }: { readonly own: Read }) => (
  <>
    <td>
      {own.visitId === null ? dayText(own.at) : <Link to={`/visits/${own.visitId}/summary`}>{dayText(own.at)}</Link>}
    </td>
    <td>{own.visitId === null ? 'bench' : own.unitId}</td>
    <td className="number">{own.restingVolts === null ? '–' : <Figure text={figure(own.restingVolts, 2)} />}</td>
    <td className="number">
      {own.referenceLoadVolts === null ? '–' : <Figure text={figure(own.referenceLoadVolts, 2)} unit="V" />}
    </td>
    <td className={`number ${(own.capabilityPercent ?? 100) < CAPABILITY_LIMIT_PERCENT ? 'weak' : ''}`}>
      {own.capabilityPercent === null ? '–' : <Figure text={figure(own.capabilityPercent, 0)} unit="%" />}
    </td>
  </>
);

/** What was read of a battery in visits and on the bench, the latest first. */
export const BatteryReadings = ({ figures }: Pick<BatteryDetail, 'figures'>) => (
  <Scroll style={{ marginTop: '1.2rem' }}>
    <Table aria-rowcount={figures.length + 1}>
      <caption>What was read of it</caption>
      <thead>
        <tr>
          <th scope="col">Visit</th>
          <th scope="col">Unit</th>
          <th scope="col" className="number">
            Rest V
          </th>
          <th scope="col" className="number">
            Would have read
          </th>
          <th scope="col" className="number">
            Gives
          </th>
        </tr>
      </thead>
      <LongBody
        rows={[...figures].reverse()}
        rowKey={({ visitId, at }) => visitId ?? at}
        cells={(own) => <Cells own={own} />}
      />
    </Table>
  </Scroll>
);
