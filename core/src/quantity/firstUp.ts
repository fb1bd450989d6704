/** Words as they begin a sentence. */
export const firstUp = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
