import { fileURLToPath } from 'node:url';

/** The repository's root folder. */
export const root = fileURLToPath(new URL('../..', import.meta.url));
