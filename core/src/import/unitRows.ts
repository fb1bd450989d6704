import { isAllowed, stringAt, type SaidArrangement } from './arrangement';
import type { CableValue } from './values';
import { positionsOf, sameId, tellTwice, type RowContext } from './rowContext';
import type { ReadRow } from './readRows';

const USUAL_VOLTS = 12;
const CABLES = ['starterPositive', 'starterGround', 'chargePositive', 'chargeGround', 'link'] as const;

/** The bank of a unit: batteries in series, strings side by side. */
interface Bank {
  readonly series: number;
  readonly parallel: number;
  readonly systemVolts: number;
  readonly nominalVolts: number;
}

const own = (position: string, part: string): string => `battery.${position}.${part}`;

const POSITION_NAME = /^battery\.([A-F])\./;

/** Positions that have a filled cell of their own. */
const positionsTold = ({ names }: RowContext, { cells, faulty }: ReadRow): readonly string[] => {
  const told = new Set<string>();
  for (const name of names) {
    const position = name.startsWith('battery.') ? POSITION_NAME.exec(name)?.[1] : undefined;
    if (position !== undefined && (cells.has(name) || faulty.has(name))) told.add(position);
  }
  return [...told].sort();
};

/** How the batteries of a row are joined; null where that cannot be said. */
const bankOf = (context: RowContext, row: ReadRow): Bank | null => {
  const [arrangement, count, system] = ['unit.arrangement', 'unit.batteryCount', 'unit.systemVolts'];
  if ([arrangement, count, system].some((name) => row.faulty.has(name))) return null;
  const said = context.value(row, arrangement) as SaidArrangement | undefined;
  const counted = context.number(row, count);
  const systemVolts = context.number(row, system);
  const told = positionsTold(context, row);
  const nominalVolts =
    said?.nominalVolts ??
    (context.constant('battery.nominalVolts') as number | undefined) ??
    told.map((position) => context.number(row, own(position, 'nominalVolts'))).find((volts) => volts !== undefined) ??
    USUAL_VOLTS;
  const where = context.column(arrangement) === null && context.column(count) !== null ? count : arrangement;
  if (said === undefined || said.count !== null) {
    const batteries = said?.count ?? counted ?? (told.length === 0 ? undefined : told.length);
    if (batteries === undefined) {
      context.problem(row, where, 'missing', 'how the batteries are joined, such as 1S4P');
      return null;
    }
    if (systemVolts === undefined) {
      context.problem(row, system, 'missing', '12 or 24 V: a number of batteries alone tells no arrangement');
      return null;
    }
    if (said !== undefined && counted !== undefined && counted !== said.count) {
      context.problem(row, count, 'conflict', `${batteries} batteries, as the arrangement says`);
      return null;
    }
    const series = systemVolts / nominalVolts;
    const parallel = batteries / series;
    const at = said === undefined ? (counted === undefined ? where : count) : arrangement;
    if (!Number.isInteger(series) || !Number.isInteger(parallel) || !isAllowed(series, parallel)) {
      context.problem(row, at, 'conflict', `a number of batteries of ${nominalVolts} V that makes ${systemVolts} V`);
      return null;
    }
    return { series, parallel, systemVolts, nominalVolts };
  }
  const [series, parallel] = [said.series ?? 1, said.parallel ?? 1];
  const volts = series * nominalVolts;
  let isGood = true;
  if (systemVolts === undefined ? volts !== 12 && volts !== 24 : volts !== systemVolts) {
    context.problem(
      row,
      arrangement,
      'conflict',
      systemVolts === undefined
        ? 'batteries that make 12 or 24 V'
        : `batteries of ${nominalVolts} V that make ${systemVolts} V`,
    );
    isGood = false;
  }
  if (counted !== undefined && counted !== series * parallel) {
    context.problem(row, count, 'conflict', `${series * parallel} batteries, as the arrangement says`);
    isGood = false;
  }
  return isGood ? { series, parallel, systemVolts: systemVolts ?? volts, nominalVolts } : null;
};

/** A cell of a position: its own, else the one that holds for every battery of the unit. */
const partName = (context: RowContext, row: ReadRow, position: string, part: string): string | null => {
  const each = `battery.each.${part}`;
  if (context.isFilled(row, own(position, part))) return own(position, part);
  return context.isFilled(row, each) ? each : null;
};

const batteryAt = (context: RowContext, row: ReadRow, position: string, bank: Bank): Record<string, unknown> => {
  const value = (part: string): unknown => {
    const name = partName(context, row, position, part);
    const found = name === null ? undefined : context.cell(row, name)?.value;
    return typeof found === 'object' && 'day' in found ? found.day : found;
  };
  const chemistryName = partName(context, row, position, 'chemistry');
  const chemistry = chemistryName === null ? context.constant('battery.chemistry') : value('chemistry');
  if (chemistryName === null && chemistry === undefined) {
    const column = [own(position, 'chemistry'), 'battery.each.chemistry'].find((name) => context.column(name) !== null);
    if (column === undefined) context.ask('field', 'battery.chemistry', null);
    else context.problem(row, column, 'missing', 'flooded, efb, agm or gel');
  }
  const ratingName = partName(context, row, position, 'rating');
  const ratingCell = ratingName === null ? undefined : context.cell(row, ratingName);
  const rating =
    ratingCell === undefined
      ? undefined
      : context.rated(row, ratingCell, own(position, 'ratingStandard'), 'battery.ratingStandard');
  const dutyName = partName(context, row, position, 'duty');
  const nominal = (value('nominalVolts') as number | undefined) ?? bank.nominalVolts;
  const told = {
    serial: value('serial'),
    make: value('make'),
    capacityAh: value('capacityAh'),
    fitted: value('fitted'),
    set: value('set'),
    rating: rating ?? undefined,
    nominalVolts: nominal === USUAL_VOLTS ? undefined : nominal,
  };
  return {
    position,
    string: stringAt(position, bank.series),
    chemistry,
    duty: dutyName === null ? context.withDefault(row, 'battery.duty', 'truck') : value('duty'),
    ...Object.fromEntries(Object.entries(told).filter(([, part]) => part !== undefined)),
  };
};

const batteriesOf = (context: RowContext, row: ReadRow, bank: Bank): readonly unknown[] => {
  const there = positionsOf(bank.series * bank.parallel);
  const told = positionsTold(context, row);
  for (const position of told) {
    if (there.includes(position)) continue;
    const first = context.names.find((name) => name.startsWith(`battery.${position}.`) && context.isFilled(row, name));
    context.problem(row, first ?? null, 'unknown', `a position of the bank: ${there.join(', ')}`);
  }
  const forAll = context.names.some((name) => name.startsWith('battery.each.') && context.isFilled(row, name));
  return (forAll ? there : there.filter((position) => told.includes(position))).map((position) =>
    batteryAt(context, row, position, bank),
  );
};

const starterOf = (context: RowContext, row: ReadRow, systemVolts: number): unknown => {
  const [ground, magnetic] = ['starter.groundReturn', 'starter.magneticSwitch'];
  const [groundReturn, magneticSwitch] = [context.value(row, ground), context.value(row, magnetic)];
  if (groundReturn === undefined && magneticSwitch === undefined) return undefined;
  for (const [name, value] of [
    [ground, groundReturn],
    [magnetic, magneticSwitch],
  ] as const)
    if (value === undefined && !row.faulty.has(name))
      context.problem(row, name, 'missing', 'both, or neither, of ground return and magnetic switch');
  return { ratedVolts: context.number(row, 'starter.ratedVolts') ?? systemVolts, groundReturn, magneticSwitch };
};

const alternatorsOf = (context: RowContext, row: ReadRow): readonly unknown[] | undefined => {
  const list: Record<string, unknown>[] = [];
  for (const number of [1, 2, 3, 4]) {
    const name = (part: string): string => (number === 1 ? `alternator.${part}` : `alternator.${number}.${part}`);
    const rated = context.value(row, name('ratedAmps')) as { count: number; amps: number } | number | undefined;
    const id = context.text(row, name('id'));
    if (rated === undefined && id === undefined) continue;
    const count = typeof rated === 'object' ? rated.count : 1;
    for (let i = 0; i < count; i++) {
      const ratedAmps = typeof rated === 'object' ? rated.amps : rated;
      const regulator = context.value(row, name('regulator'));
      list.push({
        id: (i === 0 ? id : undefined) ?? `ALT${list.length + 1}`,
        ...(ratedAmps === undefined ? {} : { ratedAmps }),
        ground: context.withDefault(row, name('ground'), 'case'),
        remoteSense: context.withDefault(row, name('remoteSense'), false),
        ...(regulator === undefined ? {} : { regulator }),
      });
    }
  }
  return list.length === 0 ? undefined : list;
};

const cablesOf = (context: RowContext, row: ReadRow): unknown => {
  const cables = CABLES.flatMap((cable) => {
    const size = context.value(row, `cable.${cable}.size`) as CableValue | undefined;
    const lengthM = context.number(row, `cable.${cable}.lengthM`);
    return size === undefined && lengthM === undefined
      ? []
      : [[cable, { ...size, ...(lengthM === undefined ? {} : { lengthM }) }]];
  });
  return cables.length === 0 ? undefined : (Object.fromEntries(cables) as unknown);
};

const engineOf = (context: RowContext, row: ReadRow): unknown => {
  const told = Object.entries({
    cylinders: context.value(row, 'engine.cylinders'),
    oil: context.value(row, 'engine.oil'),
    beltRatio: context.value(row, 'engine.beltRatio'),
  }).filter(([, value]) => value !== undefined);
  return told.length === 0 ? undefined : Object.fromEntries(told);
};

const some = (parts: Readonly<Record<string, unknown>>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(parts).filter(([, part]) => part !== undefined));

/** The units of a sheet, one a row. */
export const unitRows = (context: RowContext): readonly unknown[] => {
  context.needs('unit.id');
  context.needs('unit.yard');
  const ids: { key: string; row: ReadRow }[] = [];
  const serials: { key: string; row: ReadRow; name: string }[] = [];
  const entries = context.rows.flatMap((row, index) => {
    context.reached(index);
    if (row.stopped) return [];
    const id = context.text(row, 'unit.id');
    if (id === undefined && !row.faulty.has('unit.id'))
      context.problem(row, 'unit.id', 'missing', 'the number of the unit');
    if (id !== undefined) {
      ids.push({ key: sameId(id), row });
      if (context.unit(id) !== undefined && context.unit(id) !== null)
        context.problem(row, 'unit.id', 'duplicate', 'a unit that is not on record');
    }
    const yardText = context.text(row, 'unit.yard');
    const yard = yardText === undefined ? undefined : context.yard(yardText);
    if (yardText === undefined && !row.faulty.has('unit.yard'))
      context.problem(row, 'unit.yard', 'missing', 'the yard it stands in');
    if (yard === null)
      context.problem(
        row,
        'unit.yard',
        'unknown',
        `one of ${(context.known?.yards ?? []).map(({ name }) => name).join(', ')}`,
      );
    for (const position of positionsTold(context, row)) {
      const name = own(position, 'serial');
      const serial = context.text(row, name);
      if (serial === undefined) continue;
      serials.push({ key: sameId(serial), row, name });
      if (context.isKnownSerial(serial)) context.problem(row, name, 'duplicate', 'a battery that is not on record');
    }
    const bank = bankOf(context, row);
    const batteries = bank === null ? [] : batteriesOf(context, row, bank);
    const unit = {
      id,
      description: context.text(row, 'unit.description') ?? '',
      systemVolts: bank?.systemVolts,
      bank: { arrangement: `${bank?.series ?? 1}S${bank?.parallel ?? 1}P`, batteries },
      ...some({
        starter: starterOf(context, row, bank?.systemVolts ?? USUAL_VOLTS),
        alternators: alternatorsOf(context, row),
        cables: cablesOf(context, row),
        engine: engineOf(context, row),
        memoryPower: context.value(row, 'unit.memoryPower'),
        keyOffWaitMinutes: context.value(row, 'unit.keyOffWaitMinutes'),
      }),
    };
    return [
      { source: row, entry: { row: row.row, yard, ...some({ profile: context.value(row, 'unit.profile') }), unit } },
    ];
  });
  tellTwice(ids, ({ row }) => context.problem(row, 'unit.id', 'duplicate', 'each unit once'));
  tellTwice(serials, ({ row, name }) => context.problem(row, name, 'duplicate', 'each battery once'));
  return entries.flatMap(({ source, entry }) => (source.problems.length === 0 ? [entry] : []));
};
