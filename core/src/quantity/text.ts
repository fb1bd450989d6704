import * as z from 'zod';

/** Halves of a character pair that stand alone, and NUL: no database keeps them and no printer shows them. */
const BROKEN = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** True when text can be kept, sent and printed as it is. */
export const isWholeText = (text: string): boolean => !BROKEN.test(text);

/** Text that can be kept as it is; every schema that takes free text begins with it. */
export const wholeText = () => z.string().refine(isWholeText, { error: 'expected text without broken characters' });
