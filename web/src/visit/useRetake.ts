import type { Reading } from '@vaktman/core';
import { useState } from 'react';

/** Whether a test is being taken once more, and whether the reading before it was a mistake. */
export interface Retake {
  readonly again: boolean;
  /** What the next reading carries: the mistaken one it takes the place of. */
  readonly corrects: { readonly corrects?: string };
  /** It may really have changed: both readings stand. */
  readonly takeAgain: () => void;
  /** Wrong point, clamp or range: the first is judged nowhere once the next is kept. */
  readonly putRight: () => void;
  readonly done: () => void;
  /** True from the moment a reading was kept on this very screen. */
  readonly fresh: boolean;
}

/** @param reading the reading that counts; undefined while there is none. An entry that was opened stays open. */
export const useRetake = (reading: Pick<Reading, 'id'> | undefined): Retake => {
  const [again, setAgain] = useState(reading === undefined);
  const [mistaken, setMistaken] = useState<string | null>(null);
  const [fresh, setFresh] = useState(false);
  return {
    again,
    corrects: mistaken === null ? {} : { corrects: mistaken },
    takeAgain: () => setAgain(true),
    putRight: () => {
      setMistaken(reading?.id ?? null);
      setAgain(true);
    },
    done: () => {
      setAgain(false);
      setMistaken(null);
      setFresh(true);
    },
    fresh,
  };
};
