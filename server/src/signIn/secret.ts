import { createHash, randomBytes } from 'node:crypto';

const SECRET_BYTES = 32;

/** A secret nobody guesses: 256 random bits as text for an address or a cookie. */
export const newSecret = (): string => randomBytes(SECRET_BYTES).toString('base64url');

/** What is kept of a secret: enough to know it again, not to tell it. Random enough to need no slow hash. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
