/** How the letters of a file are written. */
export const ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const;
export type Encoding = (typeof ENCODINGS)[number];

/** What browsers and Node.js have alike for turning bytes into letters. */
const Letters = (
  globalThis as unknown as {
    readonly TextDecoder: new (
      label: string,
      options: { readonly fatal?: boolean; readonly ignoreBOM?: boolean },
    ) => { readonly decode: (bytes: Uint8Array) => string };
  }
).TextDecoder;

export const MOST_IMPORT_BYTES = 100_000_000;

const SIGNATURES: readonly (readonly number[])[] = [
  [0x50, 0x4b, 0x03, 0x04],
  [0x50, 0x4b, 0x05, 0x06],
  [0x25, 0x50, 0x44, 0x46],
  [0x89, 0x50, 0x4e, 0x47],
  [0xff, 0xd8, 0xff],
  [0x47, 0x49, 0x46, 0x38],
  [0x1f, 0x8b],
  [0xd0, 0xcf, 0x11, 0xe0],
];
const ZEROS_SHARE = 0.3;

const marked = (bytes: Uint8Array): { readonly encoding: Encoding; readonly length: number } | null => {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return { encoding: 'utf-8', length: 3 };
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return { encoding: 'utf-16le', length: 2 };
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return { encoding: 'utf-16be', length: 2 };
  return null;
};

/** Wide letters without a mark: most of them have nothing in one of their two bytes. */
const byZeros = (bytes: Uint8Array): Encoding | null => {
  const zeros = [0, 0];
  for (let i = 0; i < bytes.length; i++) if (bytes[i] === 0) zeros[i % 2] = (zeros[i % 2] ?? 0) + 1;
  const half = bytes.length / 2;
  const [even = 0, odd = 0] = zeros;
  const [isBig, isLittle] = [even >= ZEROS_SHARE * half, odd >= ZEROS_SHARE * half];
  if (half === 0 || isBig === isLittle) return null;
  return isBig ? 'utf-16be' : 'utf-16le';
};

const isUtf8 = (bytes: Uint8Array): boolean => {
  try {
    new Letters('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
};

/** What windows-1252 has between 0x80 and 0x9f; what it has not stays the control character it was. */
const BETWEEN =
  '\u20ac\u0081\u201a\u0192\u201e\u2026\u2020\u2021\u02c6\u2030\u0160\u2039\u0152\u008d\u017d\u008f\u0090\u2018\u2019\u201c\u201d\u2022\u2013\u2014\u02dc\u2122\u0161\u203a\u0153\u009d\u017e\u0178';
const PIECE = 0x4000;

const from1252 = (bytes: Uint8Array): string => {
  const pieces: string[] = [];
  for (let from = 0; from < bytes.length; from += PIECE) {
    const piece = String.fromCharCode(...bytes.subarray(from, from + PIECE));

    pieces.push(piece.replace(/[\u0080-\u009f]/g, (letter) => BETWEEN[letter.charCodeAt(0) - 0x80] ?? letter));
  }
  return pieces.join('');
};

/** Control characters no text has, in 100 of its letters. */
const isBinary = (text: string): boolean => {
  let controls = 0;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code < 32 && code !== 9 && code !== 10 && code !== 13) controls += 1;
  }
  return controls > Math.max(1, text.length / 100);
};

export type Decoded =
  | { readonly ok: true; readonly encoding: Encoding; readonly text: string }
  | { readonly ok: false; readonly code: 'empty' | 'not-text' | 'too-large' | 'encoding'; readonly expected: string };

const LETTERS_BEYOND = 0x80;

/**
 * The text of a file.
 * @param said what a map says of its letters
 */
export const decoded = (bytes: Uint8Array, said?: Encoding): Decoded => {
  const wrong = (code: Exclude<Decoded, { ok: true }>['code'], expected: string): Decoded => ({
    ok: false,
    code,
    expected,
  });
  if (bytes.length === 0) return wrong('empty', 'a file with a header and rows');
  if (bytes.length > MOST_IMPORT_BYTES) return wrong('too-large', `a file of at most ${MOST_IMPORT_BYTES / 1e6} MB`);
  if (SIGNATURES.some((signature) => signature.every((byte, index) => bytes[index] === byte)))
    return wrong('not-text', 'a text file with separated values');
  const mark = marked(bytes);
  if (mark !== null && said !== undefined && said !== mark.encoding)
    return wrong('encoding', `${mark.encoding}, as the mark at the beginning of the file says`);
  const body = mark === null ? bytes : bytes.subarray(mark.length);
  const wide = mark?.encoding ?? said ?? byZeros(bytes);
  const valid = wide === null || said === 'windows-1252' ? isUtf8(body) : false;
  if (said === 'windows-1252' && valid && bytes.some((byte) => byte >= LETTERS_BEYOND))
    return wrong('encoding', 'utf-8: every letter of the file is written so');
  const encoding = wide ?? (valid ? 'utf-8' : 'windows-1252');
  const text = encoding === 'windows-1252' ? from1252(body) : new Letters(encoding, { ignoreBOM: true }).decode(body);
  if (!encoding.startsWith('utf-16') && isBinary(text)) return wrong('not-text', 'a text file with separated values');
  return { ok: true, encoding, text };
};
