import type { TraceChoice, TraceMachine, TracePreview } from '@vaktman/core';
import { useEffect, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../store';
import { traceColumnsChosen } from './traceColumnsSlice';
import type { useTrace } from './useTrace';

/** The file a trace is read from: read again whenever the machine, or what its columns are, turns out to be another. */
export const useTraceFile = (read: ReturnType<typeof useTrace>['take'], machine: TraceMachine) => {
  const dispatch = useAppDispatch();
  const choices = useAppSelector((state) => state.traceColumns);
  const [file, setFile] = useState<File | null>(null);
  const latest = useRef(read);
  latest.current = read;
  useEffect(() => {
    if (file !== null) void latest.current(file, { ...machine, choices });
  }, [file, machine, choices]);
  return {
    file,
    take: (own: File): void => setFile(own),
    /** It is read no more, whatever the machine turns out to be. */
    forget: (): void => setFile(null),
    choose: ({ headKey }: TracePreview, choice: TraceChoice | null): void => {
      dispatch(traceColumnsChosen({ headKey, choice }));
    },
  };
};
