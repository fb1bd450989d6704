import { createRequire } from 'node:module';
import { dirname, join, sep } from 'node:path';
import pdfmake from 'pdfmake';
import type { Content } from 'pdfmake';
import { ClientError } from '../http/problem';

const require = createRequire(import.meta.url);
const FONT_FOLDER = join(dirname(require.resolve('@fontsource/archivo/package.json')), 'files');
const face = (weight: number, style: 'normal' | 'italic' = 'normal'): string =>
  join(FONT_FOLDER, `archivo-latin-${weight}-${style}.woff`);

pdfmake.setFonts({
  Archivo: { normal: face(400), bold: face(700), italics: face(400, 'italic'), bolditalics: face(700, 'italic') },
});
// Nothing is ever fetched for a record, and only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => path.startsWith(FONT_FOLDER + sep));

export const PAPERS = ['A4', 'LETTER'] as const;
export type Paper = (typeof PAPERS)[number];

export const INK = '#11171B';
export const SECOND = '#434D54';

/** The paper asked for, A4 when none is. */
export const paperOf = (text: string | undefined): Paper => {
  const paper = PAPERS.find((candidate) => candidate.toLowerCase() === (text ?? 'A4').toLowerCase());
  if (paper === undefined)
    throw new ClientError(422, 'Nothing was printed.', [
      { path: 'paper', message: `expected one of ${PAPERS.join(', ')}, received ${text}` },
    ]);
  return paper;
};

/**
 * A document of ours as PDF: ink on white, the shipped fonts, pages numbered.
 * @param foot words at the foot of every page; the title when left out
 */
export const madePdf = async (paper: Paper, title: string, content: Content[], foot = title): Promise<Uint8Array> => {
  const document = pdfmake.createPdf({
    pageSize: paper,
    pageMargins: [40, 44, 40, 44],
    info: { title, creator: 'Vaktman', producer: 'Vaktman' },
    defaultStyle: { font: 'Archivo', fontSize: 9, color: INK, lineHeight: 1.1 },
    styles: {
      heading: { fontSize: 12, bold: true, margin: [0, 12, 0, 4] },
      head: { color: SECOND, fontSize: 8 },
    },
    pageBreakBefore: (node, following) => node.headlineLevel === 1 && following.getFollowingNodesOnPage().length === 0,
    footer: (page, pages) => ({
      margin: [40, 10, 40, 0],
      columns: [
        { text: foot, color: SECOND, fontSize: 8 },
        { text: `${page} of ${pages}`, alignment: 'right', color: SECOND, fontSize: 8 },
      ],
    }),
    content,
  });
  return new Uint8Array(await document.getBuffer());
};
