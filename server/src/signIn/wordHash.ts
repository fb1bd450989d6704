import { hash, verify } from '@node-rs/argon2';

/** Argon2id, which is what this package hashes by, with 19 MiB, two passes and one lane: the least that is advised for stored passwords today. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** What is kept of a passphrase or a PIN: its own salt and cost stand in it. */
export const hashWord = async (word: string): Promise<string> => hash(word.normalize('NFKC'), COST);

/** A hash of nothing anybody types: compared with where there is none, so that both answers take as long. */
let nobodys: Promise<string> | null = null;

/** True when a word is the one that was hashed; as slow to say so when there is none. */
export const isWord = async (kept: string | null, word: string): Promise<boolean> => {
  nobodys ??= hashWord('\u0000');
  const isRight = await verify(kept ?? (await nobodys), word.normalize('NFKC'));
  return kept !== null && isRight;
};
