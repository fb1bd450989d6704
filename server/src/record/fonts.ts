import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Content } from 'pdfmake';

const require = createRequire(import.meta.url);
const folderOf = (name: string): string => join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files');
const ARCHIVO = folderOf('archivo');
const NOTO = folderOf('noto-sans');

/** Folders that documents may read fonts from, and nothing else. */
export const FONT_FOLDERS: readonly string[] = [ARCHIVO, NOTO];

const faces = (folder: string, name: string) => {
  const face = (weight: number, style: 'normal' | 'italic'): string => join(folder, `${name}-${weight}-${style}.woff`);
  return {
    normal: face(400, 'normal'),
    bold: face(700, 'normal'),
    italics: face(400, 'italic'),
    bolditalics: face(700, 'italic'),
  };
};

/** Fonts of documents: our own face for Latin letters, and a face of many scripts for the rest. A file holds one script. */
export const FONTS = {
  Archivo: faces(ARCHIVO, 'archivo-latin'),
  ArchivoExtended: faces(ARCHIVO, 'archivo-latin-ext'),
  Greek: faces(NOTO, 'noto-sans-greek'),
  Cyrillic: faces(NOTO, 'noto-sans-cyrillic'),
  CyrillicExtended: faces(NOTO, 'noto-sans-cyrillic-ext'),
} as const;
export type FontName = keyof typeof FONTS;

/** Letters each font has, by the ranges its files are cut by; the first that has a letter takes it. */
const SCRIPTS: readonly (readonly [FontName, RegExp])[] = [
  [
    'Archivo',
    /[ -\u00ff\u0131\u0152\u0153\u02bb\u02bc\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2191\u2193\u2212\u2215]/u,
  ],
  [
    'ArchivoExtended',
    /[\u0100-\u02ba\u02bd-\u02c5\u02c7-\u02cc\u02ce-\u02d7\u02dd-\u02ff\u1e00-\u1e9f\u1ef2-\u1eff\u2020\u20a0-\u20ab\u20ad-\u20c0\u2113\u2c60-\u2c7f\ua720-\ua7ff]/u,
  ],
  ['Greek', /[\u0370-\u03ff]/u],
  ['Cyrillic', /[\u0301\u0400-\u045f\u0490\u0491\u04b0\u04b1\u2116]/u],
  ['CyrillicExtended', /[\u0460-\u052f\u1c80-\u1c8a\u20b4\ua640-\ua69f]/u],
];

const fontOf = (letter: string): FontName => SCRIPTS.find(([, letters]) => letters.test(letter))?.[0] ?? 'Archivo';

/** Text cut into runs of one font each. Spaces stay with the run before them. */
export const fontRuns = (text: string): readonly { readonly text: string; readonly font: FontName }[] => {
  const runs: { text: string; font: FontName }[] = [];
  for (const letter of text) {
    const last = runs.at(-1);
    const font = last !== undefined && letter === ' ' ? last.font : fontOf(letter);
    if (last?.font === font) last.text += letter;
    else runs.push({ text: letter, font });
  }
  return runs;
};

const isPlain = (text: string): boolean => fontRuns(text).every(({ font }) => font === 'Archivo');
const cut = (text: string): Content => (isPlain(text) ? text : { text: fontRuns(text).map((run) => ({ ...run })) });

/** Keys of a document's parts that hold further parts. */
const HOLDS = ['stack', 'columns', 'ul', 'ol'] as const;

/** A document in which every text is in a font that has its letters. A fresh copy: the library changes what it is given. */
export const inFonts = (content: Content): Content => {
  if (typeof content === 'string') return cut(content);
  if (Array.isArray(content)) return content.map(inFonts);
  if (typeof content !== 'object' || content === null) return content;
  const part: Record<string, unknown> = { ...(content as unknown as Record<string, unknown>) };
  if (typeof part['text'] === 'string' && !isPlain(part['text']))
    part['text'] = fontRuns(part['text']).map((run) => ({ ...run }));
  for (const key of HOLDS) if (Array.isArray(part[key])) part[key] = (part[key] as Content[]).map(inFonts);
  const table = part['table'] as { body?: Content[][] } | undefined;
  if (table?.body !== undefined) part['table'] = { ...table, body: table.body.map((row) => row.map(inFonts)) };
  if (Array.isArray(part['canvas'])) part['canvas'] = (part['canvas'] as object[]).map((line) => ({ ...line }));
  return part as unknown as Content;
};
