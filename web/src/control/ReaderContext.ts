import { readerWords, USUAL_UNITS, type ReaderUnits } from '@vaktman/core';
import { createContext, useContext, useMemo } from 'react';

/** Units as the reader of this device likes them; the usual ones where nobody said. */
export const ReaderContext = createContext<ReaderUnits>(USUAL_UNITS);

export const useReaderUnits = (): ReaderUnits => useContext(ReaderContext);

/** Puts sentences of ours into the reader's units. */
export const useWords = (): ((text: string) => string) => {
  const units = useReaderUnits();
  return useMemo(() => (text: string) => readerWords(text, units), [units]);
};
