import {
  importAnswer,
  rowsToPutRight,
  type ImportAnswer,
  type ImportKnown,
  type ImportKind,
  type ImportMap,
} from '@vaktman/core';
import { expose } from 'comlink';

/** Reads a list in a thread of its own: the screen stays live whatever is in it. */
const answer = async (
  kind: ImportKind,
  file: Blob,
  map: ImportMap | null,
  known: ImportKnown,
  told: (percent: number) => void,
): Promise<ImportAnswer> =>
  importAnswer(kind, new Uint8Array(await file.arrayBuffer()), map, known, (share) => told(Math.round(100 * share)));
/** Rows that cannot be taken in, as cells. */
const toPutRight = async (
  kind: ImportKind,
  file: Blob,
  map: ImportMap,
  known: ImportKnown | null,
): Promise<ReturnType<typeof rowsToPutRight>> =>
  rowsToPutRight(kind, new Uint8Array(await file.arrayBuffer()), map, known);
const worker = { answer, toPutRight };
export type ImportWorker = typeof worker;

expose(worker);
