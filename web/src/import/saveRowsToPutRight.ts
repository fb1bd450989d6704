import type { ImportAnswer, ImportKind, ImportKnown } from '@vaktman/core';
import { wrap } from 'comlink';
import { answerOf } from '../device/thread';
import { saveText } from '../control/saveText';
import type { ImportWorker } from './import.worker';

/** Tells spreadsheets how the letters are written. */
const MARK = '\uFEFF';

/** Hands the rows of a list that cannot be taken in back as a list of their own, parted by what parted the list. */
export const saveRowsToPutRight = async (
  kind: ImportKind,
  file: File,
  { map, detected }: ImportAnswer,
  known: ImportKnown | null,
): Promise<void> => {
  const worker = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
  try {
    const rows = await answerOf(worker, wrap<ImportWorker>(worker).toPutRight(kind, file, map, known));
    const { default: Papa } = await import('papaparse');
    const text = Papa.unparse(
      rows.map((row) => [...row]),
      { delimiter: detected.delimiter ?? ',' },
    );
    saveText('rows-to-put-right.csv', `${MARK}${text}\r\n`, 'text/csv');
  } finally {
    worker.terminate();
  }
};
