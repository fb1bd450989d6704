import { sealedText, type Entry, type Seal } from '@vaktman/contract';
import { createHash, webcrypto } from 'node:crypto';

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' } as const;

/** A device that signs what is recorded on it. */
export interface SigningDevice {
  /** Public half of its key, as it is told. */
  readonly publicKey: string;
  readonly seal: <Sealed extends Entry>(entry: Sealed, personId: string, way?: Seal['way']) => Promise<Sealed>;
}

/** A device with a key of its own, signing as a browser does. */
export const signingDevice = async (): Promise<SigningDevice> => {
  const { publicKey, privateKey } = await webcrypto.subtle.generateKey(CURVE, false, ['sign', 'verify']);
  const raw = Buffer.from(await webcrypto.subtle.exportKey('raw', publicKey));
  const key = createHash('sha256').update(raw).digest('base64url');
  return {
    publicKey: raw.toString('base64url'),
    seal: async (entry, personId, way = 'session') => {
      const head = { key, personId, way };
      const signed = await webcrypto.subtle.sign(
        { name: 'ECDSA', hash: 'SHA-256' },
        privateKey,
        Buffer.from(sealedText(entry, head)),
      );
      return { ...entry, seal: { ...head, signature: Buffer.from(signed).toString('base64url') } };
    },
  };
};
