import * as z from 'zod';
import { ENCODINGS } from './bytes';
import { CHOICES, constantNamed, fieldNamed, IMPORT_KINDS, QUANTITIES, STANDARDS, type ImportKind } from './vocabulary';

const orderSchema = z.enum(['dmy', 'mdy', 'ymd'], { error: 'expected dmy, mdy or ymd' });
const rowSchema = z
  .int({ error: 'expected the number of a row, from 1' })
  .min(1, { error: 'expected the number of a row, from 1' });
const MEASURES = [...new Set(Object.values(QUANTITIES).flatMap(({ words }) => Object.keys(words)))];

const columnSchema = z
  .strictObject({
    header: z.string({ error: 'expected the name of a column' }).optional(),
    column: z
      .int({ error: 'expected the number of a column, from 1' })
      .min(1, { error: 'expected the number of a column, from 1' })
      .optional(),
    field: z.string({ error: 'expected the name of a field, or null' }).nullable().optional(),
    measure: z
      .enum(MEASURES, { error: `expected one of ${MEASURES.filter((own) => own !== '').join(', ')}` })
      .optional(),
    standard: z.enum(STANDARDS, { error: `expected one of ${STANDARDS.join(', ')}` }).optional(),
    dateOrder: orderSchema.optional(),
  })
  .refine(({ header, column }) => header !== undefined || column !== undefined, {
    error: 'expected header or column',
  });

/** How a file is to be read, as somebody put it right; what is left out is found. */
export const importMapSchema = z.strictObject({
  format: z.literal('vaktman-import-map', { error: 'expected "vaktman-import-map"' }),
  version: z.literal(1, { error: 'expected 1' }),
  kind: z.enum(IMPORT_KINDS, { error: `expected one of ${IMPORT_KINDS.join(', ')}` }),
  name: z.string().max(200).optional(),
  file: z
    .strictObject({
      encoding: z.enum(ENCODINGS, { error: `expected one of ${ENCODINGS.join(', ')}` }).optional(),
      delimiter: z.enum([';', ',', '\t', '|'], { error: 'expected ; , tab or |' }).optional(),
      decimal: z.enum(['.', ','], { error: 'expected . or ,' }).optional(),
      header: rowSchema.nullable().optional(),
      groups: rowSchema.nullable().optional(),
      measures: rowSchema.nullable().optional(),
      dateOrder: orderSchema.optional(),
    })
    .optional(),
  columns: z.array(columnSchema).max(1000).optional(),
  constants: z.record(z.string(), z.union([z.string(), z.number(), z.boolean()])).optional(),
  words: z.record(z.string(), z.record(z.string(), z.string())).optional(),
  sections: z.string().optional(),
  fillDown: z.array(z.string()).optional(),
});
export type ImportMap = z.infer<typeof importMapSchema>;

/** What is on record already. A list that is left out is not asked. */
export const importKnownSchema = z.strictObject({
  format: z.literal('vaktman-import-known', { error: 'expected "vaktman-import-known"' }),
  version: z.literal(1, { error: 'expected 1' }),
  yards: z.array(z.strictObject({ id: z.string(), name: z.string() })).optional(),
  units: z
    .array(
      z.strictObject({
        id: z.string(),
        arrangement: z.string().regex(/^[1-6]S[1-6]P$/, { error: 'expected an arrangement such as 1S4P' }),
        alternators: z.array(z.string()).optional(),
      }),
    )
    .optional(),
  serials: z.array(z.string()).optional(),
});
export type ImportKnown = z.infer<typeof importKnownSchema>;

/** A field by any name a map may use for it. */
const isField = (kind: ImportKind, name: string): boolean =>
  fieldNamed(kind, name) !== null || (kind === 'units' && name === 'alternator.1.ratedAmps');

/** Names in a map that are no fields of its kind, by their path. */
export const mapProblems = (map: ImportMap, kind: ImportKind): readonly { path: string; message: string }[] => {
  if (map.kind !== kind) return [{ path: 'kind', message: `expected ${kind}, received ${map.kind}` }];
  const wrong = (path: string, name: string) => ({ path, message: `no field of ${kind}, received ${name}` });
  return [
    ...(map.columns ?? []).flatMap(({ field }, index) =>
      field === undefined || field === null || isField(kind, field) ? [] : [wrong(`columns[${index}].field`, field)],
    ),
    ...Object.keys(map.constants ?? {}).flatMap((name) =>
      constantNamed(kind, name) === null ? [wrong(`constants.${name}`, name)] : [],
    ),
    ...Object.keys(map.words ?? {}).flatMap((name) =>
      name === '*' || constantNamed(kind, name) !== null ? [] : [wrong(`words.${name}`, name)],
    ),
    ...(map.sections === undefined || isField(kind, map.sections) ? [] : [wrong('sections', map.sections)]),
    ...(map.fillDown ?? []).flatMap((name, index) => (isField(kind, name) ? [] : [wrong(`fillDown[${index}]`, name)])),
  ];
};

/** Words a choice takes, for telling what is expected. */
export const choiceWords = (choices: string): string => Object.keys(CHOICES[choices] ?? {}).join(', ');
