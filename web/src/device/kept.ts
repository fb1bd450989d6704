import * as z from 'zod/mini';

/** What a browser keeps between pages, or refuses to. */
export type Kept = Pick<Storage, 'getItem' | 'setItem'>;

/**
 * What this device kept under a key, checked by its schema. What is missing, damaged or refused counts as nothing kept:
 * the rest of the application goes on.
 */
export const loadKept = <Schema extends z.core.$ZodType>(
  storage: Kept,
  key: string,
  schema: Schema,
  nothing: z.output<Schema>,
): z.output<Schema> => {
  try {
    const text = storage.getItem(key);
    if (text === null) return nothing;
    const parsed = z.safeParse(schema, JSON.parse(text));
    return parsed.success ? parsed.data : nothing;
  } catch {
    return nothing;
  }
};

/** The text kept under a key; null where there is none, or the browser refuses. */
export const keptText = (storage: Kept, key: string): string | null => {
  try {
    return storage.getItem(key);
  } catch {
    return null;
  }
};

/** Keeps a value under a key. @returns why it was not kept, or null */
export const keep = (storage: Kept, key: string, value: unknown): string | null => {
  try {
    storage.setItem(key, JSON.stringify(value));
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
};
