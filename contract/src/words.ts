import * as z from 'zod';

/** Shortest passphrase; the longest is what hashing one may cost. */
export const PASSPHRASE_LETTERS = { fewest: 12, most: 200 } as const;

/** A passphrase as it is chosen. The server also refuses the commonest. */
export const newPassphraseSchema = z
  .string({ error: 'expected a passphrase' })
  .refine((text) => [...text].length >= PASSPHRASE_LETTERS.fewest, {
    error: `expected ${PASSPHRASE_LETTERS.fewest} letters or more; four words do well`,
  })
  .refine((text) => text.length <= PASSPHRASE_LETTERS.most, {
    error: `expected at most ${PASSPHRASE_LETTERS.most} letters`,
  });

/** Six digits, for a shared device; not all alike and not counted up or down. */
export const newPinSchema = z
  .string({ error: 'expected 6 digits' })
  .regex(/^\d{6}$/, { error: 'expected 6 digits' })
  .refine((pin) => !/^(\d)\1{5}$/.test(pin) && !'0123456789 9876543210'.includes(pin), {
    error: 'expected digits that are not all alike and not counted up or down',
  });

/** The secret part of a link, as it was printed. */
export const linkTextSchema = z
  .string({ error: 'expected the link the server printed' })
  .min(1, { error: 'expected the link the server printed' })
  .max(200, { error: 'expected the link the server printed' });
