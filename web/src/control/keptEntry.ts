import * as z from 'zod/mini';
import { keep, loadKept } from '../device/kept';
import type { EntryState } from './keypadEntry';

const MINUTE_MS = 60_000;
/** Numbers that were typed before this are read anew: the battery may be another by then. */
const KEPT_MS = 10 * MINUTE_MS;
const keptSchema = z.nullable(
  z.object({ atMs: z.number(), texts: z.record(z.string(), z.string()), active: z.string() }),
);
type KeptEntry = Pick<EntryState, 'texts' | 'active'>;

/** What was typed and not saved, as this tab kept it: a reload does not take it away. */
export const keptEntry = (key: string, nowMs: number): KeptEntry | null => {
  const kept = loadKept(sessionStorage, key, keptSchema, null);
  return kept === null || nowMs - kept.atMs > KEPT_MS || nowMs < kept.atMs ? null : kept;
};
export const keepEntry = (key: string, { texts, active }: KeptEntry, nowMs: number): void =>
  void keep(sessionStorage, key, { atMs: nowMs, texts, active });
/** It was saved. */
export const forgetEntry = (key: string): void => void keep(sessionStorage, key, null);
