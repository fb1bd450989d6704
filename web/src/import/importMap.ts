import type { ImportAnswer, ImportMap } from '@vaktman/core';

type Column = NonNullable<ImportMap['columns']>[number];
export type Question = ImportAnswer['asked'][number];

const EMPTY: ImportMap = { format: 'vaktman-import-map', version: 1, kind: 'units' };

/** A map with one column put right; what is said of others stays. */
export const withColumn = (map: ImportMap | null, column: number, change: Partial<Column>): ImportMap => {
  const own = map ?? EMPTY;
  const columns = own.columns ?? [];
  const before = columns.find((other) => other.column === column) ?? { column };
  return { ...own, columns: [...columns.filter((other) => other.column !== column), { ...before, ...change }] };
};

/** A map with the answer to a question in it. */
export const withAnswer = (map: ImportMap | null, { what, field, column }: Question, choice: string): ImportMap => {
  const own = map ?? EMPTY;
  if (what === 'decimal') return { ...own, file: { ...own.file, decimal: choice === ',' ? ',' : '.' } };
  if (what === 'field' && field !== null) return { ...own, constants: { ...own.constants, [field]: choice } };
  if (column === null) return own;
  if (what === 'dateOrder') return withColumn(own, column, { dateOrder: choice === 'mdy' ? 'mdy' : 'dmy' });
  return withColumn(own, column, { [what]: choice });
};

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
    .replace(/^unit\./, '')
    .replace('.each.', '.')
    .split('.')
    .map((part) => (/^[A-F]$/.test(part) ? part : part.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()))
    .join(' ')
    .replace(/ ah$/, ' Ah')
    .replace(/ m$/, ', m');
