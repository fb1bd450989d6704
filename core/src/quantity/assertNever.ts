/**
 * Where every case of a union is dealt with and nothing is returned: the compiler refuses a case that is forgotten.
 * @throws Error when one comes all the same, as from an older page or a newer file
 */
export const assertNever = (unexpected: never): never => {
  throw new Error(`No case for ${JSON.stringify(unexpected)}.`);
};
