/** One field in which two descriptions differ, as text. */
export interface Difference {
  /** Such as `bank.batteries[1].serial`. */
  readonly path: string;
  readonly ours: string;
  readonly theirs: string;
}

const asText = (value: unknown): string =>
  value === undefined ? 'not stated' : typeof value === 'string' ? value : JSON.stringify(value);

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/**
 * Every field in which two descriptions differ, in order of path: for two people who changed the same thing.
 * @param theirs what is stored now
 * @param ours what was about to be stored
 */
export const differences = (theirs: unknown, ours: unknown, path = ''): Difference[] => {
  if (isRecord(theirs) && isRecord(ours)) {
    return [...new Set([...Object.keys(theirs), ...Object.keys(ours)])].flatMap((key) => {
      const under =
        Array.isArray(theirs) || Array.isArray(ours) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
      return differences(theirs[key], ours[key], under);
    });
  }
  return theirs === ours ? [] : [{ path, ours: asText(ours), theirs: asText(theirs) }];
};
