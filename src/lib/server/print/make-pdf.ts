import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { fontFamilies, fontFiles } from './fonts';

// Its types do not name the file system in memory.
const { virtualfs } = pdfmake as unknown as {
  virtualfs: { writeFileSync: (name: string, bytes: Buffer) => void };
};
for (const [name, bytes] of fontFiles) virtualfs.writeFileSync(name, bytes);
// What a page shows is all in its document: nothing is fetched, and no file is read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy(() => false);

/** @param title and date stand in the file's own description; the same pages give the same bytes */
export async function makePdf(pages: TDocumentDefinitions, title: string, date: Date): Promise<Buffer> {
  pdfmake.setFonts(structuredClone(fontFamilies));
  return pdfmake
    .createPdf({
      ...pages,
      language: 'en-GB',
      version: '1.7',
      displayTitle: true,
      info: { title, creator: 'Good Trail', producer: 'Good Trail', creationDate: date, modDate: date }
    })
    .getBuffer();
}
