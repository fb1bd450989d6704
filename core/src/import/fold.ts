const LIGATURES: Readonly<Record<string, string>> = { ß: 'ss', æ: 'ae', ø: 'o', œ: 'oe' };

/** A word as it is compared: small letters and digits alone, accents and what stands between them off. */
export const fold = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[ßæøœ]/g, (letter) => LIGATURES[letter] ?? letter)
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]/gu, '');

/** Words of a text: runs of letters and digits. */
export const tokensOf = (text: string): readonly string[] =>
  text.normalize('NFC').match(/[\p{L}\p{N}\p{M}°²]+/gu) ?? [];
