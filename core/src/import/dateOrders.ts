import { waysOf, type DateOrder, type WrittenDate } from './dates';

/** A date cell of one column. */
export interface DateCell {
  readonly column: number;
  readonly date: WrittenDate;
}

/** How the unclear dates of a file are read. */
export interface DateOrders {
  /** By column: day or month first; `each` where its cells are told one by one; null where it has to be asked. */
  readonly of: ReadonlyMap<number, 'dmy' | 'mdy' | 'each' | null>;
  /** What the file's dates use; null without any. */
  readonly detected: DateOrder | 'serial' | 'mixed' | null;
}

type Ways = ReturnType<typeof waysOf>;
const onlyWay = ({ dmy, mdy }: Ways): 'dmy' | 'mdy' | null =>
  dmy !== null && mdy === null ? 'dmy' : mdy !== null && dmy === null ? 'mdy' : null;

/**
 * Which way round the dates of a file are.
 * @param said what a map or a hint beside a column says, by column
 */
export const dateOrdersOf = (cells: readonly DateCell[], said: ReadonlyMap<number, string>): DateOrders => {
  const evidence = new Map<number, Set<'dmy' | 'mdy'>>();
  const differs = new Set<number>();
  const unclear = new Set<number>();
  for (const { column, date } of cells) {
    if (date.kind !== 'either' || said.has(column)) continue;
    unclear.add(column);
    const ways = waysOf(date);
    const way = onlyWay(ways);
    const own = evidence.get(column) ?? new Set();
    evidence.set(column, own);
    if (way !== null) own.add(way);
    else if (ways.dmy !== ways.mdy) differs.add(column);
  }
  const all = new Set([...evidence.values()].flatMap((own) => [...own]));
  const [only] = all;
  const of = new Map<number, 'dmy' | 'mdy' | 'each' | null>();
  for (const column of unclear) {
    const own = evidence.get(column) ?? new Set();
    const [first] = own;
    if (all.size === 1 && only !== undefined) of.set(column, only);
    else if (own.size === 2) of.set(column, 'each');
    else if (first !== undefined) of.set(column, first);
    else of.set(column, differs.has(column) ? null : 'each');
  }
  const used = new Set<string>();
  for (const { column, date } of cells) {
    if (date.kind === 'sure') {
      if (date.order !== null) used.add(date.order);
      continue;
    }
    const order = said.get(column) ?? of.get(column);
    const way = order === 'each' || order === null || order === undefined ? onlyWay(waysOf(date)) : order;
    if (way !== null) used.add(way);
  }
  const [detected = null] = used;
  return { of, detected: used.size > 1 ? 'mixed' : (detected as DateOrders['detected']) };
};

/** The day a cell names under an order; `unclear` where it fits both and nothing decides. */
export const dayUnder = (date: WrittenDate, order: string | null | undefined): string | 'unclear' | null => {
  if (date.kind === 'sure') return date.date;
  const { dmy, mdy } = waysOf(date);
  if (order === 'dmy') return dmy;
  if (order === 'mdy') return mdy;
  if (order === 'ymd') return null;
  if (dmy !== null && mdy !== null && dmy !== mdy) return 'unclear';
  return dmy ?? mdy;
};
