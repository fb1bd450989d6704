import { present } from '@vaktman/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useEffect, useState, type ReactNode } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { PHONE } from '../theme/screen';
import { tableText } from './copyTable';
import { COPY_REFUSED, copyText } from './copyText';
import { GapRow } from './GapRow';
import { QuietKey } from './Key';
import { Scroll, Table } from './tableStyle';
import { ROWS_BESIDE, useRowsInSight } from './useRowsInSight';

const Fixed = styled(Table)`
  table-layout: fixed;
  min-width: 44rem;
  ${PHONE} {
    min-width: 0;
    .wide {
      display: none;
    }
  }
  td {
    overflow: hidden;
    text-overflow: ellipsis;
    height: 48px;
    padding-top: 0;
    padding-bottom: 0;
  }
  /* What a row is found by is read whole. */
  td:first-child {
    white-space: normal;
    overflow-wrap: anywhere;
  }
`;
const Empty = styled.p`
  padding: 0.8rem 0;
`;
const OnScreen = styled.div`
  @media print {
    display: none;
  }
`;
const SortKey = styled(Button)`
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  min-height: 48px;
  display: inline-flex;
  align-items: center;
  gap: 0.3rem;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 0.25em;
`;

/** One column of a long table. */
export interface Column<Row> {
  readonly words: string;
  /** Share of the width. */
  readonly share: number;
  readonly cell: (row: Row) => ReactNode;
  /** What is copied of it where the cell is more than words; a column without words is not copied. */
  readonly text?: (row: Row) => string;
  /** What the list is asked for when it shall stand in this column's order; none where it cannot. */
  readonly sort?: string;
  /** Left out on a phone. */
  readonly wide?: true;
}

/** All rows that are there, not only those in sight, as a table to paste elsewhere. */
const CopyKey = <Row,>({
  columns,
  rows,
}: {
  readonly columns: readonly Column<Row>[];
  readonly rows: readonly Row[];
}) => {
  const [said, setSaid] = useState('');
  const copy = async (): Promise<void> => {
    const copied = columns.filter(({ words }) => words !== '');
    const cellText = ({ cell, text }: Column<Row>, row: Row): string => {
      if (text !== undefined) return text(row);
      const shown = cell(row);
      return typeof shown === 'string' || typeof shown === 'number' ? String(shown) : '';
    };
    const head = copied.map(({ words }) => words);
    const isCopied = await copyText(
      tableText(
        head,
        rows.map((row) => copied.map((column) => cellText(column, row))),
      ),
    );
    setSaid(isCopied ? 'Copied: paste it into a spreadsheet.' : COPY_REFUSED);
  };
  return (
    <OnScreen>
      <QuietKey onPress={copy}>Copy these {rows.length} as a table</QuietKey>
      <span role="status">{said}</span>
    </OnScreen>
  );
};

const ROW_PX = 48;

/**
 * A table of any length on the sheet: only the rows in sight are in the page, and it says how many there are.
 * @param count how many rows there are in all; more may still be fetched
 * @param more asked for when its end comes in sight
 */
export const LongTable = <Row,>({
  caption,
  columns,
  rows,
  rowKey,
  count = rows.length,
  sorted,
  sort,
  more,
  empty,
}: {
  caption: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  rowKey: (row: Row) => string;
  count?: number;
  sorted?: string;
  sort?: (by: string) => void;
  more?: () => void;
  empty: string;
}) => {
  const isEmpty = rows.length === 0;
  const { list, items, beforePx, afterPx, measure } = useRowsInSight<HTMLTableSectionElement>({
    count: rows.length,
    keyOf: (index) => rowKey(present(rows[index])),
    rowPx: ROW_PX,
    whole: 0,
  });
  const last = items.at(-1)?.index ?? -1;
  useEffect(() => {
    if (last >= rows.length - ROWS_BESIDE && rows.length < count) more?.();
  }, [last, rows.length, count, more]);
  const wide = columns.reduce((sum, { share }) => sum + share, 0);
  return (
    <Scroll>
      <Fixed aria-rowcount={count + 1}>
        <caption>{`${caption}, ${count}`}</caption>
        <colgroup>
          {columns.map(({ words, share, wide: isWide }, index) => (
            <col
              key={`${words}${index}`}
              className={isWide === true ? 'wide' : ''}
              style={{ width: `${(100 * share) / wide}%` }}
            />
          ))}
        </colgroup>
        <thead>
          <tr>
            {columns.map(({ words, sort: by, wide: isWide }, index) => {
              const down = by !== undefined && sorted === `-${by}`;
              const up = by !== undefined && sorted === by;
              return (
                <th
                  key={`${words}${index}`}
                  scope="col"
                  className={isWide === true ? 'wide' : ''}
                  {...(up || down ? { 'aria-sort': up ? ('ascending' as const) : ('descending' as const) } : {})}
                >
                  {by === undefined || sort === undefined ? (
                    words
                  ) : (
                    <SortKey onPress={() => sort(up ? `-${by}` : by)}>
                      {words}
                      {up ? <ArrowUp size={18} aria-hidden="true" /> : null}
                      {down ? <ArrowDown size={18} aria-hidden="true" /> : null}
                    </SortKey>
                  )}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody ref={list}>
          <GapRow px={beforePx} />
          {items.map((item) => {
            const row = present(rows[item.index]);
            return (
              <tr key={item.key} ref={measure} data-index={item.index} aria-rowindex={item.index + 2}>
                {columns.map(({ words, cell, wide: isWide }, index) => (
                  <td key={`${words}${index}`} className={isWide === true ? 'wide' : ''}>
                    {cell(row)}
                  </td>
                ))}
              </tr>
            );
          })}
          <GapRow px={afterPx} />
        </tbody>
      </Fixed>
      {isEmpty ? <Empty>{empty}</Empty> : <CopyKey columns={columns} rows={rows} />}
    </Scroll>
  );
};
