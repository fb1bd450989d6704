import { present } from '@vaktman/core';
import type { ReactNode } from 'react';
import { GapRow } from './GapRow';
import { useRowsInSight, WHOLE_LIST } from './useRowsInSight';

/** How high a row of words is until it was measured. */
const ROW_PX = 38;

/** The body of a table that may grow: of hundreds of rows only those in sight are in the page. */
export const LongBody = <Row,>({
  rows,
  rowKey,
  cells,
}: {
  readonly rows: readonly Row[];
  readonly rowKey: (row: Row) => string;
  readonly cells: (row: Row) => ReactNode;
}) => {
  const { list, items, beforePx, afterPx, measure } = useRowsInSight<HTMLTableSectionElement>({
    count: rows.length,
    keyOf: (index) => rowKey(present(rows[index])),
    rowPx: ROW_PX,
    whole: WHOLE_LIST,
  });
  return (
    <tbody ref={list}>
      <GapRow px={beforePx} />
      {items.map(({ key, index }) => (
        <tr key={key} ref={measure} data-index={index} aria-rowindex={index + 2}>
          {cells(present(rows[index]))}
        </tr>
      ))}
      <GapRow px={afterPx} />
    </tbody>
  );
};
