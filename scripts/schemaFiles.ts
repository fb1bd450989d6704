import { judgementSchema, visitFileSchema } from '@vaktman/core';
import * as z from 'zod';

const schemaText = (schema: z.ZodType, title: string): string =>
  `${JSON.stringify({ title, ...z.toJSONSchema(schema, { io: 'input' }) }, null, 2)}\n`;

/** The JSON Schemas in docs/, by file name, made from the schemas the code checks with. */
export const schemaFiles = (): Readonly<Record<string, string>> => ({
  'visit-file.schema.json': schemaText(visitFileSchema, 'Vaktman visit file, version 1'),
  'judgement.schema.json': schemaText(judgementSchema, 'Vaktman judgement, version 1'),
});
