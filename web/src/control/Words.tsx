import { unitsKept } from '@vaktman/core';
import { useWords } from './ReaderContext';

/** A sentence of ours in the reader's units. */
export const Words = ({ children }: { readonly children: string }) => unitsKept(useWords()(children));
