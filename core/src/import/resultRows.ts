import type { Column } from './columns';
import type { Clock } from './dates';
import { fieldName, isMain, mainOf, othersOf, stepNamed, takesPoint } from './readingFields';
import type { DayValue, ReadRow, RowCell, Value } from './readRows';
import { positionsOf, sameId, type RowContext } from './rowContext';
import { evidenceOf, type Decimal } from './numbers';
import { digitsOf } from './digits';
import { pointOf, readCell } from './values';
import { QUANTITIES, measureOf, isAnyMeasure } from './vocabulary';

/** A reading of a row, and the column its value stands in. */
interface RowReading {
  readonly source: ReadRow;
  readonly column: Column | null;
  readonly reading: Readonly<Record<string, unknown>> & { readonly step: string; readonly point: string };
}

interface Visit {
  readonly key: string;
  readonly rows: ReadRow[];
  readonly head: Record<string, unknown>;
  readonly readings: RowReading[];
  clock: Clock | null;
}

/** What is told of a visit as a whole, by the name it is answered under. */
const HEAD = [
  ['technician', 'visit.technician'],
  ['reason', 'visit.reason'],
  ['ambientC', 'visit.ambientC'],
  ['engineHours', 'visit.engineHours'],
  ['odometerKm', 'visit.odometerKm'],
  ['complaint', 'visit.complaint'],
] as const;

const clockOfRow = (context: RowContext, row: ReadRow): Clock | null => {
  const time = context.value(row, 'visit.time');
  if (typeof time === 'object' && 'offset' in time) return time;
  const date = context.value(row, 'visit.date') as DayValue | undefined;
  return date?.clock ?? null;
};

/** What is known of the unit of a row; null where nothing is. */
const unitAt = (context: RowContext, row: ReadRow) => {
  const id = context.text(row, 'visit.unit');
  const known = id === undefined ? undefined : context.unit(id);
  if (known === undefined || known === null) return null;
  const [series = 1, parallel = 1] = (known.arrangement.match(/\d/g) ?? []).map(Number);
  return { positions: positionsOf(series * parallel), alternators: known.alternators ?? null };
};

/** The point of the row, for readings whose field fixes none; null with its problem told. */
const pointOfRow = (context: RowContext, row: ReadRow): string | null => {
  if (row.faulty.has('reading.point')) return null;
  const text = context.text(row, 'reading.point');
  if (text === undefined) {
    context.problem(row, 'reading.point', 'missing', 'the point of the reading, such as A or bank');
    return null;
  }
  const point = pointOf(text, unitAt(context, row)?.alternators ?? []);
  if (point === null)
    context.problem(row, 'reading.point', 'unknown', 'a battery, bank, starter, positive, negative or an alternator');
  return point;
};

/** The other fields of a reading, its own point's before those for any. */
const others = (context: RowContext, row: ReadRow, step: string, point: string): Record<string, unknown> => {
  const told: Record<string, unknown> = {};
  for (const { part, field } of othersOf(step)) {
    const names = [`${step}@${point}.${part}`, `${step}.${part}`];
    const filled = names.find((name) => context.isFilled(row, name));
    const value: Value | undefined =
      filled === undefined
        ? (context.constant(names[0] ?? '') ?? context.constant(names[1] ?? ''))
        : context.cell(row, filled)?.value;
    if (value !== undefined) told[part] = value;
    else if (filled === undefined && field.required === true) {
      const column = names.find((name) => context.column(name) !== null);
      if (column === undefined) context.ask('field', `${step}.${part}`, null);
      else context.problem(row, column, 'missing', 'what this reading needs besides its value');
    }
  }
  const batteryC = context.number(row, 'reading.batteryC');
  if (batteryC !== undefined && (step === 'battery.openCircuit' || step === 'battery.load'))
    told['batteryC'] = batteryC;
  return told;
};

/** The value of a reading: a number, or a rating with the standard it was set to. */
const valueFields = (
  context: RowContext,
  row: ReadRow,
  cell: RowCell,
  part: string,
): Record<string, unknown> | null => {
  if (typeof cell.value !== 'object' || !('standard' in cell.value)) return { [part]: cell.value };
  const rated = context.rated(row, cell, '', 'battery.conductance.standard') ?? null;
  return rated === null ? null : { [part]: rated.value, standard: rated.standard };
};

/** A step and value told in two cells of the row, as if the value stood under its step; null where there is none. */
const looseValue = (
  context: RowContext,
  row: ReadRow,
  decimal: Decimal | null,
): { readonly cell: RowCell; readonly step: string; readonly point: string | null } | null => {
  const cell = context.cell(row, 'reading.value');
  if (cell === undefined || row.faulty.has('reading.step')) return null;
  const text = context.text(row, 'reading.step');
  if (text === undefined) {
    context.problem(row, 'reading.step', 'missing', 'the test the value was read in');
    return null;
  }
  const named = stepNamed(text);
  const main = named === null ? null : mainOf(named.step);
  if (named === null || main === null) {
    context.problem(row, 'reading.step', 'choice', 'a test, such as open circuit or load volts');
    return null;
  }
  const digits = digitsOf(cell.text, main.field);
  const evidence = digits === null ? null : evidenceOf(digits.body);
  const read = readCell(cell.text, {
    field: main.field,
    decimal: decimal ?? (evidence === ',' ? ',' : '.'),
    measure:
      measureOf(main.field.quantity, measureHint(cell.column)) ?? QUANTITIES[main.field.quantity ?? 'count'].canonical,
  });
  if (!read.ok) {
    context.problemAt(row, cell.column, read.code, read.expected);
    return null;
  }
  return { cell: { ...cell, value: read.value as Value }, ...named };
};

/** A measure that stands in the name of a column of loose values. */
const measureHint = ({ header }: Column): string => {
  const [, inside = ''] = /[([]([^)\]]*)[)\]]\s*$/.exec(header) ?? [];
  const folded = inside.toLowerCase().replace(/[^a-z]/g, '');
  return isAnyMeasure(folded) ? folded : '';
};

/** The readings of a row. */
const readingsOf = (context: RowContext, row: ReadRow, decimal: Decimal | null): readonly RowReading[] => {
  const clock = clockOfRow(context, row);
  const unit = unitAt(context, row);
  const made = (cell: RowCell, step: string, part: string, fixed: string | null): RowReading[] => {
    const point = fixed ?? pointOfRow(context, row);
    if (point === null) return [];
    if (!takesPoint(step, point, unit)) {
      const at = fixed === null ? context.column('reading.point') : cell.column;
      context.problemAt(row, at, 'unknown', `a point this test is taken at${unit === null ? '' : ' on the unit'}`);
      return [];
    }
    const fields = valueFields(context, row, cell, part);
    const rest = others(context, row, step, point);
    return fields === null
      ? []
      : [
          {
            source: row,
            column: cell.column,
            reading: { row: row.row, step, point, ...(clock === null ? {} : { time: clock.time }), ...fields, ...rest },
          },
        ];
  };
  const own = [...row.cells].flatMap(([name, cell]) => {
    const parts = isMain(name) ? fieldName(name) : null;
    return parts === null ? [] : made(cell, parts.step, parts.part, parts.point);
  });
  const loose = looseValue(context, row, decimal);
  const main = loose === null ? null : mainOf(loose.step);
  return loose === null || main === null ? own : [...own, ...made(loose.cell, loose.step, main.part, loose.point)];
};

const isSame = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Head fields of a visit from one of its rows: the first that has them counts, another is a conflict. */
const takeHead = (context: RowContext, visit: Visit, row: ReadRow, joinedById: boolean): void => {
  const take = (key: string, name: string, value: unknown): void => {
    if (value === undefined) return;
    if (visit.head[key] === undefined) visit.head[key] = value;
    else if (!isSame(visit.head[key], value) && context.cell(row, name) !== undefined)
      context.problem(row, name, 'conflict', `${String(visit.head[key])}, as an earlier row of the visit says`);
  };
  const id = context.text(row, 'visit.unit');
  const known = id === undefined ? undefined : (context.unit(id)?.id ?? id);
  if (visit.head['unit'] === undefined) visit.head['unit'] = known;
  else if (joinedById && known !== undefined && sameId(known) !== sameId(String(visit.head['unit'])))
    context.problem(
      row,
      'visit.unit',
      'conflict',
      `${String(visit.head['unit'])}, as an earlier row of the visit says`,
    );
  take('date', 'visit.date', context.day(row, 'visit.date'));
  for (const [key, name] of HEAD) take(key, name, context.value(row, name));
};

/** One reading twice: with another time a retake, all alike once, else a mistake. */
const withoutRepeats = (context: RowContext, readings: readonly RowReading[]): readonly RowReading[] => {
  const kept: RowReading[] = [];
  const wrong = new Set<RowReading>();
  const places = new Map<string, RowReading[]>();
  for (const own of readings) {
    const { row: _row, ...fields } = own.reading;
    const place = `${own.reading.step} ${own.reading.point} ${String(own.reading['time'])}`;
    const same = places.get(place) ?? [];
    places.set(place, same);
    const isRepeat = same.some(({ reading: { row: _other, ...rest } }) => isSame(sorted(rest), sorted(fields)));
    if (isRepeat) continue;
    if (same.length > 0) for (const twice of [...same, own]) wrong.add(twice);
    same.push(own);
    kept.push(own);
  }
  for (const { source, column } of wrong)
    context.problemAt(source, column, 'duplicate', 'one reading of a test at a point and time');
  return kept;
};
const sorted = (fields: Readonly<Record<string, unknown>>): unknown =>
  Object.entries(fields).sort(([a], [b]) => (a < b ? -1 : 1));

/** The visits of a sheet: rows of one visit, or of one unit and day, together. */
export const resultRows = (context: RowContext, decimal: Decimal | null): readonly unknown[] => {
  context.needs('visit.unit');
  context.needs('visit.date');
  if (!context.names.some((name) => name === 'reading.value' || isMain(name)))
    context.ask('field', 'reading.value', null);
  const visits = new Map<string, Visit>();
  for (const [index, row] of context.rows.entries()) {
    context.reached(index);
    if (row.stopped) continue;
    const unit = context.text(row, 'visit.unit');
    const date = context.day(row, 'visit.date');
    const id = context.text(row, 'visit.id');
    if (unit === undefined && !row.faulty.has('visit.unit'))
      context.problem(row, 'visit.unit', 'missing', 'the unit that was tested');
    if (date === undefined && !row.faulty.has('visit.date'))
      context.problem(row, 'visit.date', 'missing', 'the day of the visit');
    if (unit !== undefined && context.unit(unit) === null)
      context.problem(row, 'visit.unit', 'unknown', 'a unit that is on record');
    const key = id === undefined ? `${sameId(unit ?? '')} ${date ?? ''}` : `# ${sameId(id)}`;
    const visit = visits.get(key) ?? { key, rows: [], head: {}, readings: [], clock: null };
    visits.set(key, visit);
    visit.rows.push(row);
    if (id !== undefined) visit.head['id'] ??= id;
    takeHead(context, visit, row, id !== undefined);
    visit.readings.push(...readingsOf(context, row, decimal));
  }
  const made = [...visits.values()].map((visit) => ({ visit, readings: withoutRepeats(context, visit.readings) }));
  return made.flatMap(({ visit, readings }) => {
    const good = visit.rows.filter(({ problems }) => problems.length === 0);
    const own = readings.filter(({ source }) => source.problems.length === 0);
    if (own.length === 0) return [];
    const clocks = good.flatMap((row) => clockOfRow(context, row) ?? []).sort((a, b) => (a.time < b.time ? -1 : 1));
    const [first] = clocks;
    const { reason, ...head } = visit.head;
    return [
      {
        rows: good.map(({ row }) => row),
        visit: {
          ...Object.fromEntries(Object.entries(head).filter(([, value]) => value !== undefined)),
          ...(first === undefined
            ? {}
            : { time: first.time, ...(first.offset === null ? {} : { offset: first.offset }) }),
          reason: reason ?? context.usual('visit.reason', 'pm'),
        },
        readings: own.map(({ reading }) => reading),
      },
    ];
  });
};
