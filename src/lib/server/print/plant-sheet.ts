import { palette } from '$lib/palette';
import type { Content, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces';
import { isDrawnAt, plateSize, renderPlate, sheetPlate } from '$core/figure';
import { type Library, isSerious, nameWithin, severityWords } from '$core/knowledge';
import type { SheetPlant } from '$core/lesson';
import { listed, stageWord } from '$core/words';
import type { SheetFacts } from '../library/plant-sheet';
import { cell, head, lines, pageMargin, pageWide } from './page-layout';
import { plateVectors } from './plate-vectors';
import { bold, paragraph, rule, second, spacer } from './text';

/** One plant on one page. */
export interface PrintedSheet {
  readonly sheet: SheetFacts;
  readonly school: string;
}

/** Plates in one row, at the head of the page, and rows of what tells. */
const mostPlates = 4;
const mostRows = 4;
const gap = 8;
const platesTop = 96;

function drawing(library: Library, slug: string, stageName: SheetPlant['stage']): string | undefined {
  const taxon = library.taxa.get(slug);
  const stage = taxon?.stages.get(stageName);
  return taxon && stage && isDrawnAt(stage) ? renderPlate(sheetPlate(library, taxon, stage)) : undefined;
}

/** The plates with their stages above them. @returns what is drawn, and how high it is in points */
function plates(
  library: Library,
  { plant, stages }: SheetFacts
): { readonly content: Content[]; readonly high: number } {
  const shown = stages
    .flatMap(({ stage, from }) => {
      const svg = drawing(library, plant.slug, stage);
      return svg ? [{ stage, from, svg }] : [];
    })
    .slice(0, mostPlates);
  const wide = (pageWide - (mostPlates - 1) * gap) / mostPlates;
  const scale = wide / plateSize.width;
  const high = plateSize.height * scale;
  return {
    high: high + 16,
    content: shown.flatMap(({ stage, from, svg }, i): Content[] => {
      const x = pageMargin + i * (wide + gap);
      return [
        {
          ...paragraph([bold(`In ${stageWord(plant.group, stage)} `), second(`from ${from}`)], {
            fontSize: 9
          }),
          absolutePosition: { x, y: platesTop }
        },
        {
          canvas: [
            { type: 'rect', x: 0, y: 0, w: wide, h: high, lineWidth: 0.7, lineColor: palette.ink },
            ...plateVectors(svg, { x, y: platesTop + 14, scale })
          ],
          absolutePosition: { x, y: platesTop + 14 }
        }
      ];
    })
  };
}

const plantHead = (one: SheetPlant): TableCell =>
  paragraph(
    [
      [`${one.name}\n`, { face: 'Serif', bold: true, fontSize: 11 }],
      [one.scientific, { italics: true, fontSize: 9 }],
      one.isDangerous
        ? [
            `\nDANGER, ${isSerious(one.severity) ? severityWords[one.severity] : 'burns'}`,
            { bold: true, fontSize: 8.5, color: palette.rosehip }
          ]
        : [`\nin ${stageWord(one.group, one.stage)}`, { fontSize: 8.5, color: palette.second }]
    ],
    {}
  );

function telling({ plant, others, rows, more }: SheetFacts): Content[] {
  const title = paragraph([plant.isDangerous ? 'What it is taken for' : 'What else it could be'], {
    face: 'Serif',
    bold: true,
    fontSize: 13,
    margin: [0, 6, 0, 2]
  });
  if (others.length === 0)
    return [
      title,
      paragraph([
        'Nothing dangerous that is described is up and alike then, which is not the same as nothing.'
      ])
    ];
  return [
    title,
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [84, ...[plant, ...others].map(() => '*')],
        body: [
          [head('checked in this order'), ...[plant, ...others].map(plantHead)],
          ...rows.slice(0, mostRows).map((row, i): TableCell[] => [
            paragraph([bold(`${i + 1}  ${row.name}`)], { fontSize: 9.5 }),
            paragraph([bold(row.own)], { fontSize: 9.5 }),
            ...row.others.map((other): TableCell =>
              other?.tells
                ? cell(other.words)
                : paragraph([`${other?.words ?? 'not known'}: does not decide`], {
                    fontSize: 9,
                    color: palette.second
                  })
            )
          ])
        ]
      },
      layout: lines
    },
    ...(more.length > 0
      ? [
          paragraph([`No room here for ${listed(more.map(nameWithin))}.`], {
            fontSize: 9,
            color: palette.second
          })
        ]
      : [])
  ];
}

const fact = (title: string, text: string | undefined): Content[] =>
  text
    ? [
        paragraph([[title, { face: 'Serif', bold: true, fontSize: 10.5 }]], { margin: [0, 4, 0, 0] }),
        paragraph([text], { fontSize: 9 })
      ]
    : [];

export function plantSheetPages(library: Library, { sheet, school }: PrintedSheet): TDocumentDefinitions {
  const { plant } = sheet;
  const drawn = plates(library, sheet);
  const kept = sheet.pictures.filter(({ isKept }) => isKept);
  return {
    pageSize: 'A4',
    pageMargins: pageMargin,
    footer: () => ({
      ...paragraph(
        [
          `${school} · Good Trail lists checks. It never says that a plant is safe; local law and the landowner come first. Each plate to its own scale.`
        ],
        { fontSize: 8, color: palette.second }
      ),
      margin: [pageMargin, 6, pageMargin, 0]
    }),
    content: [
      paragraph([[`${plant.name} through its year`, { face: 'Serif', bold: true, fontSize: 20 }]]),
      paragraph(
        [
          [plant.scientific, { face: 'Serif', italics: true }],
          second(
            ` · ${sheet.family}${sheet.alsoCalled.length > 0 ? ` · also ${sheet.alsoCalled.map(({ name }) => nameWithin(name)).join(', ')}` : ''}`
          )
        ],
        { fontSize: 10.5 }
      ),
      ...drawn.content,
      spacer(drawn.high + 8),
      ...telling(sheet),
      rule(pageWide, palette.rosehip, 2),
      paragraph(
        [
          plant.isDangerous
            ? 'It is left, whatever it was taken for.'
            : sheet.isTold
              ? 'If any one is missing: leave it.'
              : 'What is seen does not settle it now: leave it.'
        ],
        { face: 'Serif', bold: true, fontSize: 14, margin: [0, 2, 0, 4] }
      ),
      {
        columnGap: 18,
        columns: [
          [
            ...fact(
              'Use',
              [...sheet.uses, sheet.harvest ?? ''].filter(Boolean).join(' ') || 'None is described.'
            ),
            ...fact(
              'Caution',
              sheet.cautions.length > 0
                ? `${sheet.cautions.join('; ')}.`
                : 'None is described, which is not the same as none.'
            ),
            ...fact('Flavour', sheet.flavour && `${sheet.flavour} It is no test of what a plant is.`)
          ],
          [
            ...kept.flatMap(({ words, test }) =>
              fact(
                'Memory picture',
                `“${words}” Held against ${test.against} dangerous lookalikes: it fits none of them.`
              )
            ),
            ...fact('The name', sheet.meaning),
            ...fact('Grows in', `${sheet.growsIn} ${sheet.range}`.trim()),
            ...fact('Basis', sheet.basis)
          ]
        ]
      }
    ],
    defaultStyle: { font: 'Sans', fontSize: 10, color: palette.ink }
  };
}
