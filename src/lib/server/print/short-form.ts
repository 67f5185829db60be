import type { Column, Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { type ContrastSheet, decidingRows, placedStops, sheetLine, unbroken } from '$core/walk';
import { longDate } from '$core/words';
import { palette } from '$lib/palette';
import { illCard } from './brief-pages';
import { onPaper } from './fonts';
import { mapPicture } from './map-picture';
import { type PrintedBrief, pageMargin, pageWide } from './page-layout';
import { cardPicture } from './pair-picture';
import { bold, heading, italic, paragraph, rule, spacer } from './text';

/** A brief on two pages, for who comes along: the day, and the worst pairs with what to do. */

/** So many pairs fit beside what to do. */
const mostPairs = 3;

const fact = (label: string, value: string): Content[] =>
  value
    ? [
        paragraph([[`${label}\n`, { fontSize: 9, color: palette.second }], value], {
          fontSize: 11,
          margin: [0, 0, 0, 6]
        })
      ]
    : [];

function dayPage({ document, school, version }: PrintedBrief): Content[] {
  const { walk, front, stops } = document;
  const isClass = walk.kind === 'class';
  const brought = front.kit.filter(({ carriedBy }) => carriedBy === 'everyone').map(({ label }) => label);
  const meeting = isClass ? front.venue : `${stops[0]?.name ?? ''}, ${front.site}`;
  const facts: Column[] = [
    {
      stack: [
        ...fact('Where we meet', meeting),
        ...fact(
          'Place',
          isClass
            ? ''
            : `${front.meeting.latitude.toFixed(5)}, ${front.meeting.longitude.toFixed(5)} ${unbroken(front.meeting.gridReference)}`
        ),
        ...fact('Leaders', [front.leader, ...front.otherLeaders].join(', ')),
        ...fact('Toilets', front.toilets)
      ],
      width: '*'
    },
    {
      stack: [
        ...fact('Bring', brought.join('; ')),
        ...fact('Light', front.light),
        ...fact('Tide', front.tide),
        ...fact('What calls it off', front.weather.map(({ kind, limit }) => `${kind}: ${limit}`).join('; '))
      ],
      width: '*'
    }
  ];
  const picture = document.map && mapPicture(document.map, placedStops(document), pageWide, 300, onPaper);
  return [
    paragraph([`${school} · in short, version ${version}`], { fontSize: 9, color: palette.second }),
    paragraph([walk.name], { face: 'Serif', bold: true, fontSize: 24 }),
    paragraph(
      [
        `${longDate(walk.isoDate)}, ${walk.start} to about ${walk.end}${front.due ? `, back by ${front.due}` : ''}`
      ],
      { fontSize: 14, margin: [0, 0, 0, 6] }
    ),
    rule(pageWide, palette.rosehip, 1.5),
    paragraph(
      [
        ['In an emergency  ', { face: 'Serif', bold: true, fontSize: 13, color: palette.rosehip }],
        ...front.emergencyNumbers.map(({ label, number }) => bold(`${label} ${unbroken(number)}   `))
      ],
      { fontSize: 12 }
    ),
    ...fact(
      'An ambulance gets to',
      [front.accessPoint, front.nearestRoad, unbroken(front.access?.gridReference ?? '')]
        .filter(Boolean)
        .join(' · ')
    ),
    rule(pageWide, palette.rosehip, 1.5),
    { columns: facts, columnGap: 20, margin: [0, 6, 0, 0] },
    heading(isClass ? 'Stations' : 'Stops'),
    ...stops.map((stop) =>
      paragraph([bold(stop.arrive), `  ${stop.number} ${stop.name}`], {
        fontSize: 10.5,
        margin: [0, 0, 0, 2]
      })
    ),
    ...(picture ? [{ svg: picture, width: pageWide, margin: [0, 8, 0, 0] } as Content] : [])
  ];
}

/**
 * A pair in a strip across the page: both drawn, what decides beside them. Each part stands at its own place on the
 * page: within another that does, it would be moved twice.
 */
function pairStrip(sheet: ContrastSheet, drawings: PrintedBrief['drawings'], y: number): Content[] {
  const wide = 210;
  const gap = 14;
  const named = (taxon: ContrastSheet['target'] | ContrastSheet['lookalike'], color: string) => [
    [taxon.name, { face: 'Serif' as const, bold: true, fontSize: 12, color }] as const,
    '  ',
    italic(taxon.scientific)
  ];
  const words: Content[] = [
    paragraph([...named(sheet.target, palette.ink)], { fontSize: 9 }),
    paragraph([['against  ', { color: palette.second }], ...named(sheet.lookalike, palette.rosehip)], {
      fontSize: 9,
      margin: [0, 0, 0, 4]
    }),
    ...decidingRows(sheet).map((row, i) =>
      paragraph(
        [bold(`${i + 1}  ${row.name}: `), row.target, [', not ', { color: palette.second }], row.lookalike],
        { fontSize: 9, margin: [0, 0, 0, 2] }
      )
    ),
    paragraph([[sheetLine(sheet), { face: 'Serif', bold: true, color: palette.rosehip }]], {
      fontSize: 10.5,
      margin: [0, 2, 0, 0]
    })
  ];
  return [
    ...cardPicture(sheet, drawings, { x: pageMargin, y, scale: wide / 590 }).content,
    {
      table: { widths: [pageWide - wide - gap], body: [[{ stack: words }]] },
      layout: 'noBorders',
      absolutePosition: { x: pageMargin + wide + gap, y: y - 4 }
    }
  ];
}

/** A strip is as high as its picture, and a little. */
const stripHigh = 150;

export function shortForm(brief: PrintedBrief): TDocumentDefinitions {
  const { document, drawings } = brief;
  const pairs = document.sheets.slice(0, mostPairs);
  const left = document.sheets.length - pairs.length;
  const top = 40 + 30;
  return {
    pageSize: 'A4',
    pageMargins: [pageMargin, 40, pageMargin, 46],
    content: [
      ...dayPage(brief),
      {
        stack: [
          paragraph([pairs.length > 0 ? 'The worst that could be mistaken' : 'If somebody feels ill'], {
            face: 'Serif',
            bold: true,
            fontSize: 16
          }),
          ...pairs.flatMap((sheet, i) => pairStrip(sheet, drawings, top + i * stripHigh)),
          spacer(pairs.length * stripHigh),
          ...(left > 0
            ? [
                paragraph(
                  [
                    `${left} more ${left === 1 ? 'pair stands' : 'pairs stand'} in the whole brief. Nothing reaches a mouth before a leader has checked that piece.`
                  ],
                  { fontSize: 10, color: palette.second }
                )
              ]
            : []),
          ...illCard(document, 9, document.ill.slice(0, 6))
        ],
        pageBreak: 'before'
      }
    ],
    footer: (page, pages) => ({
      ...paragraph(
        [
          `${document.walk.name}, version ${brief.version}. It lists checks and never says that a plant is safe. Page ${page} of ${pages}`
        ],
        { fontSize: 8, color: palette.second }
      ),
      margin: [pageMargin, 12, pageMargin, 0]
    }),
    defaultStyle: { font: 'Sans', fontSize: 10.5, lineHeight: 1.15, color: palette.ink }
  };
}
