import { openSync, type Font } from 'fontkit';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Content } from 'pdfmake';

const require = createRequire(import.meta.url);
const folderOf = (name: string): string => dirname(require.resolve(`@expo-google-fonts/${name}/package.json`));
const ARCHIVO = folderOf('archivo');
const NOTO = folderOf('noto-sans');

/** Folders that documents may read fonts from, and nothing else. */
export const FONT_FOLDERS: readonly string[] = [ARCHIVO, NOTO];

const faces = (folder: string, name: string) => {
  const face = (style: string): string => join(folder, style, `${name}_${style}.ttf`);
  return {
    normal: face('400Regular'),
    bold: face('700Bold'),
    italics: face('400Regular_Italic'),
    bolditalics: face('700Bold_Italic'),
  };
};

/** Fonts of documents: our own face for Latin letters, and a face of many scripts for what it has not. */
export const FONTS = { Archivo: faces(ARCHIVO, 'Archivo'), Noto: faces(NOTO, 'NotoSans') } as const;
export type FontName = keyof typeof FONTS;

const faceWith = (name: FontName): Font => openSync(FONTS[name].normal) as Font;
const [archivo, noto] = [faceWith('Archivo'), faceWith('Noto')];

const fontOf = (letter: string): FontName => {
  const code = letter.codePointAt(0) ?? 0;
  return !archivo.hasGlyphForCodePoint(code) && noto.hasGlyphForCodePoint(code) ? 'Noto' : 'Archivo';
};

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
