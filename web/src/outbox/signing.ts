import type { PersonId } from '@vaktman/core';
import { sealedText, type Entry, type Seal } from '@vaktman/contract';
import type { OutboxStore } from './outboxStore';

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' } as const;

/** The key a device signs with what is recorded on it. Its private half cannot be read by anybody, this page included. */
export interface SigningKey {
  readonly privateKey: CryptoKey;
  /** Public half, 65 bytes as base64url. */
  readonly publicKey: string;
  /** SHA-256 of the public half, base64url. */
  readonly name: string;
}

/** Who is working at this device, and how they came in. */
export interface Maker {
  readonly personId: PersonId;
  readonly deviceId: string;
  readonly way: Seal['way'];
}

const base64url = (bytes: ArrayBuffer): string =>
  btoa(String.fromCharCode(...new Uint8Array(bytes)))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');

/** What signs; undefined where a page came over plain http from another machine, which browsers give no keys. */
const subtle = (): SubtleCrypto | undefined => (globalThis.crypto as { readonly subtle?: SubtleCrypto }).subtle;

const madeKey = async (crypto: SubtleCrypto): Promise<SigningKey> => {
  const { privateKey, publicKey } = await crypto.generateKey(CURVE, false, ['sign', 'verify']);
  const raw = await crypto.exportKey('raw', publicKey);
  return { privateKey, publicKey: base64url(raw), name: base64url(await crypto.digest('SHA-256', raw)) };
};

/** The key this browser signs with as a device, made the first time; null where the browser gives none. */
export const signingKey = async (store: OutboxStore, deviceId: string): Promise<SigningKey | null> => {
  const crypto = subtle();
  if (crypto === undefined) return null;
  return (await store.signingKey(deviceId)) ?? store.keepSigningKey(deviceId, await madeKey(crypto));
};

/** An entry with who made it on which device, signed; null where the browser gives no key. */
export const sealed = async (store: OutboxStore, entry: Entry, maker: Maker): Promise<Entry | null> => {
  const [crypto, key] = [subtle(), await signingKey(store, maker.deviceId)];
  if (crypto === undefined || key === null) return null;
  const head = { key: key.name, personId: maker.personId, way: maker.way };
  const bytes = new TextEncoder().encode(sealedText(entry, head));
  const signature = await crypto.sign({ name: 'ECDSA', hash: 'SHA-256' }, key.privateKey, bytes);
  return { ...entry, seal: { ...head, signature: base64url(signature) } };
};

/** How long the server may take to be told a key. */
const PATIENCE_MS = 20_000;

/** Tells the server the public half of this device's key. It throws while the server is out of reach. */
export const tellKey = async ({ publicKey }: SigningKey): Promise<'told' | 'signed-out' | 'refused'> => {
  const answer = await fetch('/api/session/key', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ publicKey }),
    signal: AbortSignal.timeout(PATIENCE_MS),
  });
  if (answer.ok) return 'told';
  if (answer.status === 401) return 'signed-out';
  if (answer.status === 409 || answer.status === 422) return 'refused';
  throw new Error(`The server answered ${answer.status}.`);
};
