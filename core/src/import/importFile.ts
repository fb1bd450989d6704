import { MOST_PROBLEMS, type Asked, type Detected, type ImportAnswer, type ImportProblem } from './answer';
import type { ImportKnown, ImportMap } from './mapFile';
import type { ReadSheet } from './readRows';
import type { Told } from './rowContext';
import { sheetOf, type Sheet } from './sheet';
import { understood } from './understood';
import type { ImportKind } from './vocabulary';

/** An import that found nothing to take in. */
const nothing = (
  kind: ImportKind,
  detected: Detected,
  map: ImportMap,
  told: { readonly asked?: readonly Asked[]; readonly problems?: readonly ImportProblem[]; readonly rows?: number },
): ImportAnswer => ({
  format: 'vaktman-import',
  version: 1,
  kind,
  detected,
  map,
  rows: told.rows ?? 0,
  good: 0,
  skipped: [],
  asked: told.asked ?? [],
  problems: told.problems ?? [],
  moreProblems: 0,
  [kind]: [],
});

/** The map that gives the same answer for the same file. */
const completeMap = (
  kind: ImportKind,
  { detected, columns, filled }: Sheet,
  { decimal, dates }: ReadSheet,
  defaults: Readonly<Record<string, string | boolean>>,
  map: ImportMap | null,
): ImportMap => {
  const constant = map?.constants?.['battery.ratingStandard'];
  return {
    format: 'vaktman-import-map',
    version: 1,
    kind,
    ...(map?.name === undefined ? {} : { name: map.name }),
    file: {
      ...(detected.encoding === null ? {} : { encoding: detected.encoding }),
      ...(detected.delimiter === null
        ? {}
        : { delimiter: detected.delimiter as NonNullable<ImportMap['file']>['delimiter'] }),
      ...(decimal === null ? {} : { decimal }),
      header: detected.header,
      groups: detected.groups,
      measures: detected.measures,
      ...(map?.file?.dateOrder === undefined ? {} : { dateOrder: map.file.dateOrder }),
    },
    columns: columns.map(({ column, header, name, field, measure, standard, nameStandard, dateOrder }) => {
      const order = dateOrder ?? dates.of.get(column);
      const rated = field?.type === 'rating' ? (standard ?? constant ?? nameStandard) : null;
      return {
        column,
        ...(header === '' ? {} : { header }),
        field: name,
        ...(measure === null || measure === '' || field === null ? {} : { measure }),
        ...(rated === null ? {} : { standard: String(rated) }),
        ...(order === 'dmy' || order === 'mdy' || order === 'ymd' ? { dateOrder: order } : {}),
      };
    }),
    constants: { ...defaults, ...map?.constants },
    ...(map?.words === undefined ? {} : { words: map.words }),
    ...(map?.sections === undefined ? {} : { sections: map.sections }),
    fillDown: [...filled],
  };
};

const byPlace = (a: ImportProblem, b: ImportProblem): number =>
  (a.row ?? 0) - (b.row ?? 0) || (a.column ?? 0) - (b.column ?? 0);

const EMPTY_MAP = (kind: ImportKind): ImportMap => ({ format: 'vaktman-import-map', version: 1, kind });

/**
 * Everything an import of a file would do: what it found, what has to be asked, what is wrong, what would come in. Nothing is kept.
 * @param bytes the file
 * @param map how it is to be read, as far as somebody said so
 * @param known what is on record; null where that is not asked
 * @param told hears now and then how far it is
 */
export const importAnswer = (
  kind: ImportKind,
  bytes: Uint8Array,
  map: ImportMap | null = null,
  known: ImportKnown | null = null,
  told: Told = () => undefined,
): ImportAnswer => {
  const found = sheetOf(kind, bytes, map);
  if (found.kind === 'problems')
    return nothing(kind, found.detected, map ?? EMPTY_MAP(kind), { problems: found.problems });
  if (found.kind === 'asked')
    return nothing(kind, found.detected, map ?? EMPTY_MAP(kind), { asked: found.asked, rows: found.rows });
  const { sheet } = found;
  const { read, context, entries } = understood(kind, sheet, map, known, told);
  const asked = [...read.asked, ...context.asked];
  const detected: Detected = { ...sheet.detected, decimal: read.decimal, dateOrder: read.dates.detected };
  const complete = completeMap(kind, sheet, read, context.defaults, map);
  const problems =
    asked.length > 0 ? [] : [...read.problems, ...context.rows.flatMap((row) => row.problems)].sort(byPlace);
  const good = context.rows.filter((row) => row.problems.length === 0).length;
  return {
    format: 'vaktman-import',
    version: 1,
    kind,
    detected,
    map: complete,
    rows: sheet.rows.length,
    good: asked.length > 0 ? 0 : good,
    skipped: sheet.skipped,
    asked,
    problems: problems.slice(0, MOST_PROBLEMS),
    moreProblems: Math.max(0, problems.length - MOST_PROBLEMS),
    [kind]: asked.length > 0 ? [] : entries,
  };
};
