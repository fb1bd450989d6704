import { problemsOf } from '@vaktman/core';
import type { Context } from 'hono';
import type * as z from 'zod';
import { ClientError } from './problem';

/** The request body checked against a schema; every problem is named by its path. */
export const checkedBody = async <Schema extends z.ZodType>(c: Context, schema: Schema): Promise<z.output<Schema>> => {
  let input: unknown;
  try {
    input = await c.req.json();
  } catch (error) {
    throw new ClientError(400, 'The body is not JSON.', [{ path: '$', message: 'not JSON, expected one object' }], {
      cause: error,
    });
  }
  const parsed = schema.safeParse(input);
  if (!parsed.success)
    throw new ClientError(422, 'Some fields are not as expected. Nothing was stored.', problemsOf(parsed.error, input));
  return parsed.data;
};
