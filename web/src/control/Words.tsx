import { useWords } from './ReaderContext';

/** A sentence of ours in the reader's units. */
export const Words = ({ children }: { readonly children: string }) => useWords()(children);

/** Everything that is text in a value, put into the reader's units. */
export const wordsIn = <T,>(value: T, words: (text: string) => string): T => {
  if (typeof value === 'string') return words(value) as T;
  if (Array.isArray(value)) return value.map((own: unknown) => wordsIn(own, words)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, own]: [string, unknown]) => [key, wordsIn(own, words)]),
  ) as T;
};
