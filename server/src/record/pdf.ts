import { sep } from 'node:path';
import pdfmake from 'pdfmake';
import type { Content } from 'pdfmake';
import { FONT_FOLDERS, FONTS, inFonts } from './fonts';
import type { Paper } from './paper';

pdfmake.setFonts(FONTS);
// Nothing is ever fetched for a record, and only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => FONT_FOLDERS.some((folder) => path.startsWith(folder + sep)));

export const INK = '#11171B';
export const SECOND = '#434D54';

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
        { text: [inFonts(foot)], color: SECOND, fontSize: 8 },
        { text: `${page} of ${pages}`, alignment: 'right', color: SECOND, fontSize: 8 },
      ],
    }),
    content: content.map(inFonts),
  });
  return new Uint8Array(await document.getBuffer());
};
