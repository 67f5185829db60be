import type { Content, TableCell } from 'pdfmake/interfaces';
import { nameWithin, severityWords } from '$core/knowledge';
import {
  type ContrastSheet,
  decidingRows,
  draftWords,
  lookingWords,
  saidOfDrills,
  sheetLine,
  trustWords
} from '$core/walk';
import { dayAndMonth } from '$core/words';
import { palette } from '$lib/palette';
import {
  type PrintedBrief,
  cell,
  head,
  lines,
  pageMargin,
  pageWide,
  roleColour,
  roleWords
} from './page-layout';
import { pairPicture } from './pair-picture';
import { bold, paragraph, rule, spacer } from './text';

const capital = (text: string) => text.replace(/^./, (letter) => letter.toUpperCase());

/** So many rows have room on a page beside what decides and what is remarked. */
const mostRows = 5;

/** What differs besides, where the page has room for it: never to be relied on alone. */
function besides(sheet: ContrastSheet, hasRemark: boolean): Content[] {
  const deciding = decidingRows(sheet);
  const rest = sheet.rows
    .filter((row) => !deciding.includes(row))
    .slice(0, Math.max(0, mostRows - deciding.length - Number(hasRemark)));
  if (rest.length === 0) return [];
  return [
    paragraph(['What differs besides, and decides nothing alone'], {
      face: 'Serif',
      bold: true,
      fontSize: 12,
      margin: [0, 8, 0, 2]
    }),
    {
      table: {
        dontBreakRows: true,
        widths: ['*', 170, '*'],
        body: rest.map((row): TableCell[] => [
          cell(capital(row.target)),
          paragraph([bold(row.name)], { fontSize: 10 }),
          cell(capital(row.lookalike))
        ])
      },
      layout: lines
    }
  ];
}

/** A pair of a brief on a page of its own. */
export function sheetPage(
  sheet: ContrastSheet,
  i: number,
  { document: { sheets, remarks }, drawings }: PrintedBrief
): Content[] {
  const named = (taxon: ContrastSheet['target'] | ContrastSheet['lookalike'], isDanger: boolean): TableCell =>
    paragraph(
      [
        [`${taxon.name}\n`, { face: 'Serif', bold: true, fontSize: 14 }],
        [taxon.scientific, { italics: true, fontSize: 10.5 }],
        isDanger
          ? [
              `\nDANGER, ${severityWords[sheet.lookalike.severity]}`,
              { bold: true, fontSize: 10, color: palette.rosehip }
            ]
          : sheet.isDangerMet
            ? ['\nwhat it is taken for', { fontSize: 10, color: palette.second }]
            : [
                `\n${roleWords[sheet.target.role]}`,
                { bold: true, fontSize: 10, color: roleColour[sheet.target.role] }
              ]
      ],
      {}
    );
  const rows = decidingRows(sheet);
  const shown = pairPicture(sheet, drawings, { x: pageMargin, y: 58, scale: pageWide / 782 });
  const remark = remarks[sheet.key];
  const notes: Content[] = [
    ...(remark
      ? [paragraph([bold('The leaders add. '), remark], { fontSize: 10, margin: [0, 0, 0, 4] })]
      : []),
    paragraph(
      [
        [`Rated ${sheet.rating.rating} of 25. `, { bold: true, color: palette.rosehip }],
        `${sheet.lookalike.harm}. Onset: ${sheet.lookalike.onset}. ${saidOfDrills(sheet.rating)}`
      ],
      { fontSize: 10, margin: [0, 0, 0, 4] }
    ),
    ...(sheet.failingTest
      ? [
          paragraph(
            [
              ['The test that fails. ', { bold: true, color: palette.ochre }],
              `"${sheet.failingTest.claim}" ${sheet.failingTest.fails}`
            ],
            { fontSize: 10, margin: [0, 0, 0, 4] }
          )
        ]
      : []),
    ...(sheet.notYet
      ? [
          paragraph(
            [
              ['Not there yet. ', { bold: true, color: palette.tide }],
              `Flowers of ${nameWithin(sheet.target.name)} open about ${dayAndMonth(sheet.notYet.from)}: not to be quoted.`
            ],
            { fontSize: 10, margin: [0, 0, 0, 4] }
          )
        ]
      : []),
    ...(sheet.trust
      ? [
          paragraph([bold('How far to trust it. '), trustWords(sheet)], {
            fontSize: 10,
            margin: [0, 0, 0, 4]
          })
        ]
      : []),
    ...(sheet.drafts.length > 0
      ? [paragraph([[draftWords(sheet), { color: palette.ochre }]], { fontSize: 10 })]
      : [])
  ];
  return [
    paragraph([`PAIR ${i + 1} OF ${sheets.length}`], { fontSize: 9, color: palette.second, face: 'Serif' }),
    ...shown.content,
    spacer(shown.high + 14),
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: ['*', 170, '*'],
        body: [
          [named(sheet.target, false), head(''), named(sheet.lookalike, true)],
          ...rows.map((row, at): TableCell[] => [
            cell(capital(row.target)),
            paragraph(
              [bold(`${at + 1}  ${row.name}\n`), [lookingWords(row), { fontSize: 9, color: palette.second }]],
              {
                fontSize: 10
              }
            ),
            cell(capital(row.lookalike))
          ])
        ]
      },
      layout: lines
    },
    rule(pageWide, palette.rosehip, 2),
    paragraph(
      [
        sheetLine(sheet),
        sheet.separable || !sheet.firstDate
          ? ''
          : ` They can be told apart first from ${dayAndMonth(sheet.firstDate)}.`
      ],
      { face: 'Serif', bold: true, fontSize: 14, margin: [0, 2, 0, 8] }
    ),
    ...notes,
    ...besides(sheet, remark !== undefined)
  ];
}
