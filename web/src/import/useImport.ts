import { MOST_IMPORT_BYTES, type ImportAnswer, type ImportKind, type ImportKnown, type ImportMap } from '@vaktman/core';
import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import { answerOf } from '../device/thread';
import type { ImportWorker } from './import.worker';

/** A list on its way from bytes to what would come in. */
export type ImportState =
  | { readonly kind: 'none' }
  /** `percent` once something of it is known. */
  | { readonly kind: 'reading'; readonly percent: number | null }
  | { readonly kind: 'failed'; readonly words: string }
  /** `isCurrent` is false while it is read anew by another map. */
  | { readonly kind: 'read'; readonly answer: ImportAnswer; readonly isCurrent: boolean };

type Settled = Extract<ImportState, { kind: 'failed' }> | { readonly kind: 'read'; readonly answer: ImportAnswer };

/** Reads a list beside the screen, anew whenever its map or what is on record changes. */
export const useImport = (
  kind: ImportKind,
  file: File | null,
  map: ImportMap | null,
  known: ImportKnown | null,
): ImportState => {
  // What was read stays while the same file is read anew by another map; of another file it says nothing.
  const [of, setOf] = useState<{ readonly file: File; readonly map: ImportMap | null; readonly state: Settled } | null>(
    null,
  );
  const [reached, setReached] = useState<{ readonly file: File; readonly percent: number } | null>(null);
  useEffect(() => {
    if (file === null || known === null) return undefined;
    const setState = (state: Settled): void => setOf({ file, map, state });
    if (file.size > MOST_IMPORT_BYTES) {
      setState({ kind: 'failed', words: `expected a file of at most ${MOST_IMPORT_BYTES / 1e6} MB` });
      return undefined;
    }
    let current = true;
    const worker = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
    const told = proxy((percent: number) => current && setReached({ file, percent }));
    void answerOf(worker, wrap<ImportWorker>(worker).answer(kind, file, map, known, told))
      .then(
        (answer) => current && setState({ kind: 'read', answer }),
        (error: unknown) =>
          current && setState({ kind: 'failed', words: error instanceof Error ? error.message : String(error) }),
      )
      .finally(() => worker.terminate());
    return () => {
      current = false;
      worker.terminate();
    };
  }, [kind, file, map, known]);
  if (file === null) return { kind: 'none' };
  if (of === null || of.file !== file)
    return { kind: 'reading', percent: reached?.file === file ? reached.percent : null };
  return of.state.kind === 'read' ? { ...of.state, isCurrent: of.map === map } : of.state;
};
