import { TraceProblem, TraceReader, type TraceMachine, type TracePreview, type TraceRead } from '@vaktman/core';
import { expose } from 'comlink';

/** What came of a file: what is in it, or what is wrong with it. */
export type TraceOutcome =
  | { readonly kind: 'read'; readonly read: TraceRead }
  | { readonly kind: 'wrong'; readonly words: string; readonly preview: TracePreview | null };

/** Reads a trace in a thread of its own, piece by piece. */
const read = async (file: Blob, machine: TraceMachine, told: (bytes: number) => void): Promise<TraceOutcome> => {
  const reader = new TraceReader(machine);
  const pieces = file.stream().getReader();
  let bytes = 0;
  try {
    for (;;) {
      const { done, value } = await pieces.read();
      if (done) break;
      reader.push(value);
      bytes += value.length;
      told(bytes);
    }
    return { kind: 'read', read: reader.end() };
  } catch (error) {
    if (error instanceof TraceProblem) return { kind: 'wrong', words: error.message, preview: error.preview };
    throw error;
  }
};
const worker = { read };
export type TraceWorker = typeof worker;

expose(worker);
