import type { ReadRow } from './readRows';
import { positionsOf, sameId, tellTwice, type RowContext } from './rowContext';

const USUAL_VOLTS = 12;

const some = (parts: Readonly<Record<string, unknown>>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(parts).filter(([, part]) => part !== undefined));

/** Where a battery is: as the row says, else as what it tells lets one think. */
const stateOf = (context: RowContext, row: ReadRow): string => {
  const state = context.text(row, 'battery.state');
  if (state !== undefined) return state;
  const hasUnit = context.isFilled(row, 'battery.unit') || context.constant('battery.unit') !== undefined;
  if (context.isFilled(row, 'battery.gone') || (context.isFilled(row, 'battery.goneBecause') && !hasUnit))
    return 'scrapped';
  return hasUnit ? 'fitted' : 'store';
};

/** Unit and position of a row, checked against each other and against what is on record. */
const placeOf = (
  context: RowContext,
  row: ReadRow,
  state: string,
): { readonly unit?: string; readonly position?: string } => {
  const [unit, position] = [context.text(row, 'battery.unit'), context.text(row, 'battery.position')];
  const isFaulty = row.faulty.has('battery.unit') || row.faulty.has('battery.position');
  if (!isFaulty && (unit === undefined) !== (position === undefined))
    context.problem(
      row,
      unit === undefined ? 'battery.unit' : 'battery.position',
      'missing',
      'unit and position, or neither',
    );
  if (!isFaulty && !row.faulty.has('battery.state')) {
    if (state === 'store' && unit !== undefined)
      context.problem(row, 'battery.state', 'conflict', 'fitted or scrapped where a unit is told');
    if (state === 'fitted' && unit === undefined && position === undefined)
      context.problem(row, 'battery.state', 'conflict', 'unit and position of a fitted battery');
  }
  if (unit === undefined) return position === undefined ? {} : { position };
  const known = context.unit(unit);
  if (known === null) context.problem(row, 'battery.unit', 'unknown', 'a unit that is on record');
  if (known !== null && known !== undefined && position !== undefined) {
    const [series = 1, parallel = 1] = (known.arrangement.match(/\d/g) ?? []).map(Number);
    const there = positionsOf(series * parallel);
    if (!there.includes(position))
      context.problem(row, 'battery.position', 'unknown', `a position of ${known.id}: ${there.join(', ')}`);
  }
  return { unit: known?.id ?? unit, ...(position === undefined ? {} : { position }) };
};

/** The batteries of a sheet, one a row. */
export const batteryRows = (context: RowContext): readonly unknown[] => {
  context.needs('battery.chemistry');
  const serials: { key: string; row: ReadRow }[] = [];
  const places: { key: string; row: ReadRow }[] = [];
  const entries = context.rows.flatMap((row, index) => {
    context.reached(index);
    if (row.stopped) return [];
    const value = (name: string): unknown => context.day(row, name) ?? context.value(row, name);
    const chemistry = context.text(row, 'battery.chemistry');
    if (chemistry === undefined && !row.faulty.has('battery.chemistry'))
      context.problem(row, 'battery.chemistry', 'missing', 'flooded, efb, agm or gel');
    const serial = context.text(row, 'battery.serial');
    const tells = ['battery.serial', 'battery.make', 'battery.rating', 'battery.capacityAh'];
    if (!tells.some((name) => context.isFilled(row, name)))
      context.problem(row, 'battery.serial', 'missing', 'a serial number, make, rating or capacity');
    if (serial !== undefined) {
      serials.push({ key: sameId(serial), row });
      if (context.isKnownSerial(serial))
        context.problem(row, 'battery.serial', 'duplicate', 'a battery that is not on record');
    }
    const ratingCell = context.cell(row, 'battery.rating');
    const rating =
      ratingCell === undefined
        ? undefined
        : context.rated(row, ratingCell, 'battery.ratingStandard', 'battery.ratingStandard');
    const state = stateOf(context, row);
    const { unit, position } = placeOf(context, row, state);
    if (state === 'fitted' && unit !== undefined && position !== undefined)
      places.push({ key: `${sameId(unit)} ${position}`, row });
    const nominal = context.number(row, 'battery.nominalVolts');
    const battery = {
      chemistry,
      duty: context.withDefault(row, 'battery.duty', 'truck'),
      ...some({
        make: value('battery.make'),
        serial,
        rating: rating ?? undefined,
        capacityAh: value('battery.capacityAh'),
        nominalVolts: nominal === USUAL_VOLTS ? undefined : nominal,
        fitted: value('battery.fitted'),
      }),
    };
    const entry = {
      row: row.row,
      battery,
      state,
      ...some({
        unit,
        position,
        set: value('battery.set'),
        warrantyUntil: value('battery.warrantyUntil'),
        gone: value('battery.gone'),
        goneBecause: value('battery.goneBecause'),
      }),
    };
    return [{ source: row, entry }];
  });
  tellTwice(serials, ({ row }) => context.problem(row, 'battery.serial', 'duplicate', 'each battery once'));
  tellTwice(places, ({ row }) => context.problem(row, 'battery.position', 'taken', 'one battery at a position'));
  return entries.flatMap(({ source, entry }) => (source.problems.length === 0 ? [entry] : []));
};
