/**
 * What must be there: an entry of a list just counted, a point of a layout just made.
 * @throws Error when it is not there, which only a mistake of ours can bring about.
 */
export const present = <T>(value: T): NonNullable<T> => {
  if (value === undefined || value === null) throw new Error('What must be there is missing.');
  return value;
};
