import { problemsOf } from '@vaktman/core';
import type { Context } from 'hono';
import type * as z from 'zod';
import { ClientError } from './problem';

/** The query of a request checked against a schema, as bodies are; every problem is named by its parameter. */
export const checkedQuery = <Schema extends z.ZodType>(c: Context, schema: Schema): z.output<Schema> => {
  const input = c.req.query();
  const parsed = schema.safeParse(input);
  if (!parsed.success)
    throw new ClientError(422, 'The query is not as expected. Nothing was looked up.', problemsOf(parsed.error, input));
  return parsed.data;
};
