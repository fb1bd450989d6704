import type { ListKind, RunKind } from '@vaktman/contract';

/** How each kind of list is spoken of. */
export const LIST_WORDS: Readonly<
  Record<ListKind, { readonly title: string; readonly one: string; readonly many: string; readonly about: string }>
> = {
  units: {
    title: 'Units from a list',
    one: 'unit',
    many: 'units',
    about:
      'One row a unit: its number, its yard, system volts, how its batteries are joined and their kind, and whatever else is known.',
  },
  batteries: {
    title: 'Batteries from a register',
    one: 'battery',
    many: 'batteries',
    about:
      'One row a battery: serial, make, kind, rating, and where it sits or that it is in store. A battery that sits there without a name gets it.',
  },
  results: {
    title: 'Past results from a list',
    one: 'row',
    many: 'rows',
    about:
      'One row a test or a visit: the unit, the day, and what was read. Rows of one unit and day become one visit, judged as today and closed.',
  },
};

/** `1 unit`, `3 batteries`. */
export const counted = (count: number, kind: RunKind): string => {
  const { one, many } = kind === 'visits' ? { one: 'visit', many: 'visits' } : LIST_WORDS[kind];
  return `${count} ${count === 1 ? one : many}`;
};
