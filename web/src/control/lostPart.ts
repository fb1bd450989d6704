/** Parts of the application are fetched when first needed; after an update the old ones are gone. */
export const isLostPart = (error: unknown): boolean =>
  error instanceof Error &&
  /dynamically imported module|Importing a module script failed|Failed to fetch/i.test(error.message);
