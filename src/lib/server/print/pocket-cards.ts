import { palette } from '$lib/palette';
import type { Column, Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { isSerious } from '$core/knowledge';
import { type ContrastSheet, decidingRows, sheetLine, unbroken } from '$core/walk';
import { longDate } from '$core/words';
import { illCard } from './brief-pages';
import type { PrintedBrief } from './page-layout';
import { cardPicture } from './pair-picture';
import { bold, italic, paragraph, rule, spacer } from './text';

/** A brief in the pocket: A6, a card for the day, one a pair, one for the worst case. */

const cardWide = 297.64 - 2 * 18;

function dayCard({ document, school, version }: PrintedBrief): Content[] {
  const { walk, front, stops } = document;
  const fact = (label: string, value: string): Content[] =>
    value
      ? [
          paragraph([[`${label}  `, { fontSize: 8, color: palette.second }], value], {
            fontSize: 9,
            margin: [0, 0, 0, 2]
          })
        ]
      : [];
  return [
    paragraph([`${school} · version ${version}`], { fontSize: 8, color: palette.second }),
    paragraph([walk.name], { face: 'Serif', bold: true, fontSize: 17 }),
    paragraph([`${longDate(walk.isoDate)}, ${walk.start} to ${front.due || walk.end}`], { fontSize: 10 }),
    rule(cardWide, palette.rosehip, 1.5),
    ...front.emergencyNumbers.map(({ label, number }) =>
      paragraph([`${label}  `, bold(number)], { fontSize: 10.5 })
    ),
    rule(cardWide, palette.rosehip, 1.5),
    ...fact(
      'Ambulance',
      [front.accessPoint, front.nearestRoad, unbroken(front.access?.gridReference ?? '')]
        .filter(Boolean)
        .join(' · ')
    ),
    ...fact('Meeting', `${stops[0]?.name ?? ''} ${unbroken(front.meeting.gridReference)}`.trim()),
    ...fact('Leaders', [front.leader, ...front.otherLeaders].join(', ')),
    ...fact(
      'Turn back',
      front.turningBack ? `leave ${front.turningBack.stop} by ${front.turningBack.by}` : ''
    ),
    ...fact('Tide', front.tide),
    ...fact('Signal', front.phoneSignal),
    ...stops.map((stop) => paragraph([bold(stop.arrive), `  ${stop.number} ${stop.name}`], { fontSize: 9 }))
  ];
}

function pairCard(sheet: ContrastSheet, { drawings }: PrintedBrief): Content[] {
  const name = (taxon: { name: string; scientific: string }, colour: string): Column => ({
    ...paragraph(
      [
        [taxon.name, { face: 'Serif', bold: true, fontSize: 11, color: colour }],
        '\n',
        italic(taxon.scientific)
      ],
      { fontSize: 8 }
    ),
    width: '*'
  });
  const shown = cardPicture(sheet, drawings, { x: 18, y: 18, scale: cardWide / 590 });
  return [
    ...shown.content,
    spacer(shown.high + 4),
    {
      columns: [name(sheet.target, palette.ink), name(sheet.lookalike, palette.rosehip)],
      columnGap: 6
    },
    ...decidingRows(sheet).flatMap((row, i): Content[] => [
      rule(cardWide),
      paragraph([bold(`${i + 1}  ${row.name}`)], { fontSize: 9 }),
      {
        columns: [paragraph([row.target], { fontSize: 9 }), paragraph([row.lookalike], { fontSize: 9 })],
        columnGap: 6
      }
    ]),
    rule(cardWide, palette.rosehip, 1.5),
    paragraph([sheetLine(sheet)], {
      face: 'Serif',
      bold: true,
      fontSize: 11
    })
  ];
}

export function pocketCards(brief: PrintedBrief): TDocumentDefinitions {
  const serious = brief.document.ill.filter(({ severity }) => isSerious(severity));
  return {
    pageSize: 'A6',
    pageMargins: [18, 18, 18, 20],
    content: [
      ...dayCard(brief),
      ...brief.document.sheets.map((sheet): Content => ({
        stack: pairCard(sheet, brief),
        pageBreak: 'before'
      })),
      { stack: illCard(brief.document, 7.5, serious), pageBreak: 'before' }
    ],
    footer: (page, pages) => ({
      ...paragraph([`Never says that a plant is safe · ${page} of ${pages}`], {
        fontSize: 7,
        color: palette.second
      }),
      margin: [18, 4, 18, 0]
    }),
    defaultStyle: { font: 'Sans', fontSize: 9, lineHeight: 1.1, color: palette.ink }
  };
}
