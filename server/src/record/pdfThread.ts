import type { ReaderUnits, Unit, VisitRecord } from '@vaktman/core';
import type { Worker } from 'node:worker_threads';
import { startThread } from '../thread/startThread';
import type { Paper } from './paper';

/** A document to make. */
export type PdfJob =
  | {
      readonly kind: 'record';
      readonly record: VisitRecord;
      readonly recordedBy: readonly string[];
      readonly paper: Paper;
      /** As its reader likes them. */
      readonly units: ReaderUnits;
    }
  | {
      readonly kind: 'labels';
      readonly unit: Unit;
      readonly fleetName: string;
      readonly address: string;
      readonly paper: Paper;
    };

export type PdfAnswer =
  | { readonly id: number; readonly pdf: Uint8Array }
  | { readonly id: number; readonly problem: string };

interface Asked {
  readonly resolve: (pdf: Uint8Array) => void;
  readonly reject: (error: Error) => void;
}

/** Documents take half a second of a core each: they are made one after another in a thread beside the server's own. */
export class PdfThread {
  #worker: Worker | null = null;
  #next = 0;
  readonly #asked = new Map<number, Asked>();

  make(job: PdfJob): Promise<Uint8Array> {
    const id = this.#next++;
    return new Promise((resolve, reject) => {
      this.#asked.set(id, { resolve, reject });
      this.#running().postMessage({ id, job });
    });
  }

  #running(): Worker {
    if (this.#worker !== null) return this.#worker;
    const worker = startThread('pdfWorker', '../record/pdfWorker', null);
    // It never keeps the server from ending.
    worker.unref();
    worker.on('message', (answer: PdfAnswer) => {
      const asked = this.#asked.get(answer.id);
      this.#asked.delete(answer.id);
      if ('pdf' in answer) asked?.resolve(answer.pdf);
      else asked?.reject(new Error(`The document could not be made: ${answer.problem}`));
    });
    const fail = (error: Error): void => {
      if (this.#worker === worker) this.#worker = null;
      for (const { reject } of this.#asked.values()) reject(error);
      this.#asked.clear();
    };
    worker.on('error', fail);
    worker.on('exit', () => fail(new Error('The thread that makes documents has ended.')));
    this.#worker = worker;
    return worker;
  }

  async stop(): Promise<void> {
    await this.#worker?.terminate();
  }
}
