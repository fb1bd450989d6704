import { MOST_TRACE_BYTES, type TraceMachine, type TracePreview, type TraceRead } from '@vaktman/core';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { answerOf } from '../device/thread';
import type { TraceWorker } from './trace.worker';

/** A file of a trace on its way from bytes to figures. */
export type TraceState =
  | { readonly kind: 'none' }
  | { readonly kind: 'reading'; readonly name: string; readonly percent: number }
  | { readonly kind: 'wrong'; readonly name: string; readonly words: string; readonly preview: TracePreview | null }
  | { readonly kind: 'read'; readonly name: string; readonly read: TraceRead };

const REFRESH_MS = 100;

/** Reads traces beside the screen; what is read can be called off at any time. */
export const useTrace = () => {
  const [state, setState] = useState<TraceState>({ kind: 'none' });
  const worker = useRef<Worker | null>(null);
  const end = (): void => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => end, []);
  const take = async (file: File, machine: TraceMachine): Promise<void> => {
    end();
    const { name } = file;
    if (file.size > MOST_TRACE_BYTES) {
      setState({
        kind: 'wrong',
        name,
        words: `expected a file of at most ${MOST_TRACE_BYTES / 1e6} MB`,
        preview: null,
      });
      return;
    }
    const own = new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    setState({ kind: 'reading', name, percent: 0 });
    let last = 0;
    const told = (bytes: number): void => {
      const now = performance.now();
      if (now - last < REFRESH_MS || worker.current !== own) return;
      last = now;
      setState({ kind: 'reading', name, percent: Math.round((100 * bytes) / Math.max(1, file.size)) });
    };
    const asked = answerOf(own, wrap<TraceWorker>(own).read(file, machine, proxy(told)));
    const outcome = await asked.catch((error: unknown) => ({
      kind: 'wrong' as const,
      words: error instanceof Error ? error.message : String(error),
      preview: null,
    }));
    // Another file was taken meanwhile, or this one was called off.
    if (worker.current !== own) return;
    end();
    setState(outcome.kind === 'read' ? { ...outcome, name } : { ...outcome, name });
  };
  const callOff = (): void => {
    end();
    setState({ kind: 'none' });
  };
  return { state, take, callOff };
};
