/** The PIN somebody went on with while the server was out of reach: given to it once it answers. Never kept beyond this page. */
let given: { readonly personId: string; readonly pin: string } | null = null;

export const giveLater = (personId: string, pin: string): void => {
  given = { personId, pin };
};

/** The PIN that waits for the server, if it is this person's. */
export const givenBy = (personId: string): string | null => (given?.personId === personId ? given.pin : null);

export const forgetGiven = (): void => {
  given = null;
};
