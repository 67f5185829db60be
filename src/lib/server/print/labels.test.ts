import * as fontkit from 'fontkit';
import type { Font } from 'fontkit';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../../tests/support/content';
import { englishName, isTaught } from '../../../core/knowledge';
import { type LabelFacts, labelSheetNames, wayInWords } from '../../../core/making';
import { batchOf, labelsOf } from '../../../core/making';
import { fontFamilies, fontFiles } from './fonts';
import { labelPages, letterWide, sizeFor } from './labels';
import { makePdf } from './make-pdf';

const library = shippedLibrary();

/** Every preparation of the library as its label would say it. */
const labels: LabelFacts[] = [...library.taxa.values()].flatMap((taxon) =>
  taxon.preparations.filter(isTaught).flatMap(({ part, way, method }) => {
    const common = { by: 'Bram Oakhill', at: '2027-05-02T10:00:00Z', on: '2027-05-02' };
    const batch = batchOf([
      { id: 'a', kind: 'pieces checked', body: { pieces: 9, isInDoubt: false, note: '' }, ...common },
      {
        id: 'b',
        kind: 'packed',
        body: { vessels: 1, vessel: 'jar', gramsEach: 9, place: 'larder', meantFor: '', contains: [] },
        ...common
      }
    ]);
    return labelsOf(
      {
        code: 'ABC234',
        name: englishName(taxon),
        scientific: taxon.name,
        part,
        way,
        isCraft: false,
        method,
        batch,
        gathered: '2 May 2027, Nettles behind the barn ruin',
        checkedBy: 'Bram Oakhill'
      },
      batch.packs[0]!
    );
  })
);

describe('a label', () => {
  it('is reckoned with letters no narrower than the font has them', () => {
    const { bold } = fontFamilies.Sans;
    const font = fontkit.create(fontFiles.get(bold)!) as Font;
    for (const { notFor, part, way } of labels)
      for (const text of [notFor, `${part}, ${wayInWords(way)}`])
        if (text.length > 20) {
          const ems = font.layout(text).advanceWidth / font.unitsPerEm;
          expect(ems / text.length, text).toBeLessThan(letterWide);
        }
  });

  it('of every preparation finds room on the largest sheet in letters that are easily read, and on each of them for most', () => {
    for (const label of labels) expect(sizeFor(label, '2 × 4, 99 × 68 mm'), label.name).toBeGreaterThan(7);
    for (const sheet of labelSheetNames) {
      const fit = labels.filter((label) => sizeFor(label, sheet) !== undefined).length;
      expect(fit / labels.length, sheet).toBeGreaterThan(0.8);
    }
  });

  it('with more words than its place holds has no size, rather than fewer words', () => {
    const endless = { ...labels[0]!, notFor: 'whoever '.repeat(80) };
    expect(sizeFor(endless, '3 × 7, 64 × 38 mm')).toBeUndefined();
  });

  it('stands on as many pages as it takes, after the places that are used', async () => {
    const pages = async (count: number, skip: number) => {
      const pdf = await makePdf(
        await labelPages({
          sheet: '2 × 4, 99 × 68 mm',
          labels: Array.from({ length: count }, () => labels[0]!),
          skip,
          byHand: true,
          address: 'http://localhost/making/code/'
        }),
        'Labels',
        new Date(0)
      );
      return pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;
    };
    expect(await pages(8, 0)).toBe(1);
    expect(await pages(8, 1)).toBe(2);
  });
});
