import { importAnswer, type ImportAnswer, type ImportKnown, type ImportKind, type ImportMap } from '@vaktman/core';
import { expose } from 'comlink';

/** Reads a list in a thread of its own: the screen stays live whatever is in it. */
const answer = async (kind: ImportKind, file: Blob, map: ImportMap | null, known: ImportKnown): Promise<ImportAnswer> =>
  importAnswer(kind, new Uint8Array(await file.arrayBuffer()), map, known);
const worker = { answer };
export type ImportWorker = typeof worker;

expose(worker);
