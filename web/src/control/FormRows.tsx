import { present } from '@vaktman/core';
import { Fragment, useLayoutEffect, useState, type ReactNode } from 'react';
import { useRowsInSight, WHOLE_LIST } from './useRowsInSight';

/** How high a row is taken to be until the first one was seen. */
const ROW_PX = 90;

/** Stands for rows that are out of sight, as high as they are together. */
const Gap = ({ px }: { readonly px: number }) => (px > 0 ? <div aria-hidden="true" style={{ height: px }} /> : null);

/**
 * A list of forms that may grow. Of hundreds those in sight are in the page, and those somebody was at: what is typed there,
 * or was made there for once, is not lost by scrolling on.
 */
export const FormRows = <Row,>({
  rows,
  rowKey,
  form,
}: {
  readonly rows: readonly Row[];
  readonly rowKey: (row: Row) => string;
  readonly form: (row: Row) => ReactNode;
}) => {
  const [rowPx, setRowPx] = useState(ROW_PX);
  const [wasAt, setWasAt] = useState<ReadonlySet<string>>(() => new Set());
  const { list, items, afterPx, measure } = useRowsInSight<HTMLDivElement>({
    count: rows.length,
    keyOf: (index) => rowKey(present(rows[index])),
    rowPx,
    whole: WHOLE_LIST,
    stays: wasAt,
  });
  useLayoutEffect(() => {
    // As high as the first are the others, on a desk and on a phone: the end of the list is where it seems to be.
    setRowPx(list.current?.querySelector<HTMLElement>('[data-index]')?.offsetHeight ?? ROW_PX);
  }, [list]);
  return (
    <div ref={list}>
      {items.map(({ key, index, gapPx }) => (
        <Fragment key={key}>
          <Gap px={gapPx} />
          <div
            ref={measure}
            data-index={index}
            onFocus={() => setWasAt((known) => (known.has(key) ? known : new Set(known).add(key)))}
          >
            {form(present(rows[index]))}
          </div>
        </Fragment>
      ))}
      <Gap px={afterPx} />
    </div>
  );
};
