/** What is said where a text could not be copied. */
export const COPY_REFUSED =
  'The browser copies only for pages that are reached by https: select the text and copy it by hand.';

/** Puts a text where it can be pasted from. @returns false where the browser does not let this page do so */
export const copyText = async (text: string): Promise<boolean> => {
  // A page that is reached without TLS has no clipboard at all, whatever its type says.
  const { clipboard }: { readonly clipboard?: Clipboard } = navigator;
  if (clipboard === undefined) return false;
  return clipboard.writeText(text).then(
    () => true,
    () => false,
  );
};
