import { idOf } from '@vaktman/core';
import canonicalize from 'canonicalize';
import * as z from 'zod';

/** How whoever recorded an entry had signed in: the server let them in, or the device alone, by PIN and without network. */
export const SEAL_WAYS = ['session', 'pin-offline'] as const;

/** An unpadded base64url text of so many bytes. */
const bytesText = (bytes: number, what: string) =>
  z.string().regex(new RegExp(`^[A-Za-z0-9_-]{${Math.ceil((bytes * 8) / 6)}}$`), { error: `expected ${what}` });

/** Name of a signing key: SHA-256 of its public half, base64url. */
export const keyNameSchema = bytesText(32, 'the name of a key, 43 signs');

/** Public half of a device's signing key: an uncompressed point of P-256, 65 bytes, base64url. */
export const deviceKeySchema = z.strictObject({ publicKey: bytesText(65, 'a point of P-256, 65 bytes as base64url') });
export type DeviceKey = z.infer<typeof deviceKeySchema>;

/** The key as the server knows it from now on. */
export const deviceKeyToldSchema = z.object({ key: z.string() });

/** Who made an entry and with which device's key: ECDSA with SHA-256 on P-256 over the rest of the entry. */
export const sealSchema = z.strictObject({
  key: keyNameSchema,
  personId: idOf<'person'>(z.string().min(1).max(60)),
  way: z.enum(SEAL_WAYS, { error: `expected one of ${SEAL_WAYS.join(', ')}` }),
  signature: bytesText(64, 'a signature, 64 bytes as base64url'),
});
export type Seal = z.infer<typeof sealSchema>;

/**
 * The text a seal signs, as UTF-8: the entry with everything of the seal but the signature, in the canonical form of JSON
 * (RFC 8785), so that the order of fields and the way it travelled do not matter.
 * @throws {TypeError} where it is no JSON
 */
export const sealedText = (entry: object, { key, personId, way }: Omit<Seal, 'signature'>): string => {
  const text = canonicalize({ ...entry, seal: { key, personId, way } });
  if (text === undefined) throw new TypeError('Expected an entry that is JSON.');
  return text;
};
