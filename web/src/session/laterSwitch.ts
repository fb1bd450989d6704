import type { PersonId } from '@vaktman/core';
/** The PIN somebody went on with while the server was out of reach: given to it once it answers. Never kept beyond this page. */
let given: { readonly personId: PersonId; readonly pin: string } | null = null;

export const giveLater = (personId: PersonId, pin: string): void => {
  given = { personId, pin };
};

/** The PIN that waits for the server, if it is this person's. */
export const givenBy = (personId: PersonId): string | null => (given?.personId === personId ? given.pin : null);

export const forgetGiven = (): void => {
  given = null;
};
