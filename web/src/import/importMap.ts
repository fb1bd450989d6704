import type { ListKind } from '@vaktman/contract';
import type { ImportAnswer, ImportMap } from '@vaktman/core';

type Column = NonNullable<ImportMap['columns']>[number];
export type Question = ImportAnswer['asked'][number];

/** A map in which nobody has said anything yet. */
export const emptyMap = (kind: ListKind): ImportMap => ({ format: 'vaktman-import-map', version: 1, kind });

/** A map with one column put right; what is said of others stays. */
export const withColumn = (own: ImportMap, column: number, change: Partial<Column>): ImportMap => {
  const columns = own.columns ?? [];
  const before = columns.find((other) => other.column === column) ?? { column };
  return { ...own, columns: [...columns.filter((other) => other.column !== column), { ...before, ...change }] };
};

/** A map with the answer to a question in it. */
export const withAnswer = (own: ImportMap, { what, field, column }: Question, choice: string): ImportMap => {
  if (what === 'decimal') return { ...own, file: { ...own.file, decimal: choice === ',' ? ',' : '.' } };
  if (what === 'field' && field !== null) return { ...own, constants: { ...own.constants, [field]: choice } };
  if (column === null) return own;
  if (what === 'dateOrder') return withColumn(own, column, { dateOrder: choice === 'mdy' ? 'mdy' : 'dmy' });
  return withColumn(own, column, { [what]: choice });
};

/** What tells rows apart is of each row; everything else may be one thing for all. */
const OF_EACH: ReadonlySet<string> = new Set(['unit.id', 'visit.unit', 'visit.date', 'reading.value']);

/** True for a field that can be said once for every row of the list. */
export const isTypedOnce = (field: string | null): boolean =>
  field !== null && !OF_EACH.has(field) && field !== 'unit.yard' && field !== 'battery.chemistry';

/** How a list was read before, for another file with its header: rows and signs are of each file. */
export const reused = ({ file: _file, name: _name, ...map }: ImportMap): ImportMap => map;

/** What a question asks, in words. */
export const questionWords = ({ what, field, header }: Question): string => {
  const column = header === undefined ? 'The column' : `“${header}”`;
  switch (what) {
    case 'decimal':
      return 'Which sign parts whole numbers from decimals?';
    case 'measure':
      return `${column} is given in?`;
    case 'standard':
      return `${column} is rated by?`;
    case 'dateOrder':
      return `${column}: day or month first?`;
    case 'field':
      return field === 'unit.yard'
        ? 'No column tells the yard. All of them stand in?'
        : field === 'battery.chemistry'
          ? 'No column tells the kind of battery. All of them are?'
          : isTypedOnce(field)
            ? `No column tells the ${fieldWords(field ?? '')}. For all rows it is?`
            : `No column tells the ${fieldWords(field ?? '')}: choose it among the columns below.`;
    case 'header':
      return 'No row names the columns. Add one above the rows, such as: Unit, Yard, Bank.';
  }
};

const WORDS: Readonly<Record<string, string>> = {
  dmy: 'day first',
  mdy: 'month first',
  ',': 'comma: 12,5',
  '.': 'point: 12.5',
  mm2: 'mm²',
  awg: 'AWG',
};
export const choiceText = (choice: string): string => WORDS[choice] ?? choice;

const SPELLED: Readonly<Record<string, string>> = {
  'unit.id': 'unit number',
  'unit.systemVolts': 'system volts',
  'unit.batteryCount': 'number of batteries',
  'battery.each.fitted': 'batteries fitted on',
  'engine.oil': 'engine oil',
};

/** A field in words: `battery.A.capacityAh` is "battery A capacity Ah". */
export const fieldWords = (name: string): string =>
  SPELLED[name] ??
  name
    .replace(/^(unit|visit|reading)\./, '')
    .replace('@', '.')
    .replace('.each.', '.')
    .split('.')
    .map((part) => (/^[A-F]$/.test(part) ? part : part.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()))
    .join(' ')
    .replace(/ ah$/, ' Ah')
    .replace(/ m$/, ', m');
