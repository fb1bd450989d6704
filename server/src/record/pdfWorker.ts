import { parentPort } from 'node:worker_threads';
import { labelPdf } from '../label/labelPdf';
import type { PdfAnswer, PdfJob } from './pdfThread';
import { recordPdf } from './recordPdf';

const made = (job: PdfJob): Promise<Uint8Array> => {
  switch (job.kind) {
    case 'record':
      return recordPdf(job.record, job.recordedBy, job.paper, job.units);
    case 'labels':
      return labelPdf(job.unit, job.fleetName, job.address, job.paper);
  }
};

parentPort?.on('message', ({ id, job }: { readonly id: number; readonly job: PdfJob }) => {
  made(job).then(
    (pdf) => parentPort?.postMessage({ id, pdf } satisfies PdfAnswer),
    (error: unknown) =>
      parentPort?.postMessage({
        id,
        problem: error instanceof Error ? (error.stack ?? error.message) : String(error),
      } satisfies PdfAnswer),
  );
});
