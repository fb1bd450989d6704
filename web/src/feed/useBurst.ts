import { type VisitId, Burst, type BurstLine } from '@vaktman/core';
import { useEffect, useRef, useState } from 'react';

/** A burst of samples on its way from an instrument. */
export interface BurstState {
  /** Share of it that has arrived; null while the instrument waits for its trigger. */
  readonly percent: number | null;
  readonly note: string | null;
}

/**
 * Listens for a crank that an instrument catches whole, while `open`.
 * @param taken gets it as a file of samples; listening ends then
 */
export const useBurst = (visitId: VisitId, point: string, open: boolean, taken: (file: File) => void): BurstState => {
  const [state, setState] = useState<BurstState>({ percent: null, note: null });
  const latest = useRef(taken);
  latest.current = taken;
  useEffect(() => {
    if (!open) return undefined;
    setState({ percent: null, note: null });
    const burst = new Burst();
    const source = new EventSource(`/api/visits/${visitId}/feed?step=start.trace&point=${encodeURIComponent(point)}`);
    source.addEventListener('burst', (event: MessageEvent<string>) => {
      const answer = burst.add(JSON.parse(event.data) as BurstLine);
      if (answer === null) {
        setState((before) => (before.percent === burst.percent ? before : { percent: burst.percent, note: null }));
        return;
      }
      if ('problem' in answer) {
        setState({ percent: null, note: answer.problem });
        return;
      }
      source.close();
      latest.current(new File([answer.file], `${burst.instrument === '' ? 'instrument' : burst.instrument}.csv`));
    });
    const say = (event: MessageEvent<string>): void => setState((before) => ({ ...before, note: event.data }));
    source.addEventListener('note', say);
    source.addEventListener('lost', (event: MessageEvent<string>) => {
      say(event);
      source.close();
    });
    source.onerror = () => setState((before) => ({ ...before, note: 'No instrument is connected.' }));
    return () => source.close();
  }, [visitId, point, open]);
  return state;
};
