const DECIMAL = /^[-−+]?(\d+([.,]\d*)?|[.,]\d+)$/;

/**
 * A number as people type it: comma or point before the decimals, the long or the short minus, spaces around it. No
 * thousands marks, no exponents: what could be read two ways is not read at all.
 * @param text such as `12,65` or `−18`
 * @returns the number; NaN when the text is empty or no such number
 */
export const parseDecimal = (text: string): number => {
  const trimmed = text.trim();
  return DECIMAL.test(trimmed) ? Number(trimmed.replace('−', '-').replace(',', '.')) : NaN;
};
