import { palette } from '$lib/palette';
import type { Column, Content, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces';
import { nameWithin, severityWords } from '$core/knowledge';
import {
  type BriefDocument,
  type ContrastSheet,
  briefFacts,
  decidingRows,
  draftWords,
  illness,
  lookingWords,
  rankedHazards,
  saidOfDrills,
  sheetLine,
  trustWords
} from '$core/walk';
import { dayAndMonth, longDate } from '$core/words';
import { mapPicture } from './map-picture';
import { pairPicture } from './pair-picture';
import { bold, heading, italic, paragraph, richPieces, rule, second, spacer } from './text';

/** A brief on A4. What leaders need beside it (their kit, what to drop) stays out of the learners' version. */

export interface PrintedBrief {
  readonly document: BriefDocument;
  readonly version: number;
  readonly school: string;
  readonly drawings: ReadonlyMap<string, string>;
}

const pageWide = 595.28 - 2 * 42;
const roleWords = { gather: 'gather', show: 'show', danger: 'DANGER', 'leave out': 'leave out' } as const;
const roleColour = {
  gather: palette.ink,
  show: palette.tide,
  danger: palette.rosehip,
  'leave out': palette.second
} as const;

const lines = {
  hLineWidth: (i: number) => (i === 1 ? 0.9 : 0.5),
  vLineWidth: () => 0,
  hLineColor: (i: number) => (i === 1 ? palette.ink : palette.rule),
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 3,
  paddingBottom: () => 3
};
const cell = (text: string): TableCell => paragraph([text], { fontSize: 10 });
const head = (text: string): TableCell => paragraph([text], { fontSize: 9.5, color: palette.second });

function front(brief: PrintedBrief, isForLeaders: boolean): Content[] {
  const { document, version, school } = brief;
  const { walk } = document;
  const facts = briefFacts(document, isForLeaders);
  const halves = [facts.filter((_, i) => i % 2 === 0), facts.filter((_, i) => i % 2 === 1)];
  const column = (half: typeof facts): Column => ({
    stack: half.map(({ label, value }) =>
      paragraph([[`${label}\n`, { fontSize: 9, color: palette.second }], value], {
        fontSize: 10.5,
        margin: [0, 0, 0, 5]
      })
    ),
    width: '*'
  });
  const weather = document.front.weather.map(({ kind, limit, decides, when }) =>
    paragraph([bold(kind), `: ${limit}. ${decides} decides, ${when}.`], { fontSize: 10 })
  );
  return [
    paragraph([`${school} · brief, version ${version}${isForLeaders ? ', for leaders' : ''}`], {
      fontSize: 9,
      color: palette.second
    }),
    paragraph([walk.name], { face: 'Serif', bold: true, fontSize: 24 }),
    paragraph(
      [
        `${longDate(walk.isoDate)}, ${walk.start} to about ${walk.end}${document.front.due ? `, back by ${document.front.due}` : ''}`
      ],
      { fontSize: 13, margin: [0, 0, 0, 6] }
    ),
    rule(pageWide, palette.ink, 1),
    {
      table: {
        widths: ['*'],
        body: [
          [
            {
              stack: [
                paragraph([['In an emergency', { face: 'Serif', bold: true, fontSize: 12 }]]),
                ...document.front.emergencyNumbers.map(({ label, number }) =>
                  paragraph([`${label}  `, bold(number)], { fontSize: 12 })
                )
              ]
            }
          ]
        ]
      },
      layout: {
        hLineColor: () => palette.rosehip,
        vLineColor: () => palette.rosehip,
        hLineWidth: () => 1.2,
        vLineWidth: () => 1.2,
        paddingLeft: () => 8,
        paddingRight: () => 8,
        paddingTop: () => 5,
        paddingBottom: () => 6
      },
      margin: [0, 4, 0, 8]
    },
    { columns: halves.map(column), columnGap: 20 },
    ...(weather.length > 0 ? [heading('What calls it off'), ...weather] : [])
  ];
}

function timetable({ document }: PrintedBrief): Content[] {
  const isClass = document.walk.kind === 'class';
  return [
    heading(isClass ? 'Stations' : 'Timetable'),
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [34, 34, 120, '*'],
        body: [
          [head('arrive'), head('leave'), head(isClass ? 'station' : 'stop'), head('what for')],
          ...document.stops.map((stop): TableCell[] => [
            paragraph([bold(stop.arrive)], { fontSize: 10 }),
            cell(stop.leave),
            paragraph([bold(`${stop.number}  ${stop.name}`)], { fontSize: 10 }),
            {
              stack: [
                ...stop.taxa.map((taxon) =>
                  paragraph(
                    [
                      [roleWords[taxon.role], { bold: true, color: roleColour[taxon.role] }],
                      ` ${nameWithin(taxon.name)} `,
                      italic(taxon.scientific),
                      [taxon.part, taxon.portion, taxon.specimens, taxon.reason]
                        .filter(Boolean)
                        .map((word) => `, ${word}`)
                        .join('')
                    ],
                    { fontSize: 10 }
                  )
                ),
                ...(stop.activity
                  ? [
                      paragraph(
                        [
                          bold(stop.activity.kind),
                          [
                            stop.activity.materials && `: ${stop.activity.materials}`,
                            stop.activity.allergens && `. Allergens: ${stop.activity.allergens}`
                          ]
                            .filter(Boolean)
                            .join('')
                        ],
                        { fontSize: 10 }
                      )
                    ]
                  : []),
                ...richPieces(stop.talkingPoints, { fontSize: 9.5, color: palette.second })
              ]
            }
          ])
        ]
      },
      layout: lines
    }
  ];
}

function hazards({ document }: PrintedBrief): Content[] {
  const kinds = {
    pair: 'pair',
    contact: 'touch',
    animal: 'animal',
    ground: 'ground',
    water: 'water'
  } as const;
  return [
    heading('Hazards by rating'),
    {
      table: {
        headerRows: 1,
        widths: [34, 44, '*'],
        body: [
          [head('rating'), head('kind'), head('hazard')],
          ...rankedHazards(document).map(({ kind, name, rating }): TableCell[] => [
            paragraph([bold(String(rating))], {
              fontSize: 10,
              color: kind === 'pair' ? palette.rosehip : palette.ink
            }),
            cell(kinds[kind]),
            cell(name)
          ])
        ]
      },
      layout: { ...lines, paddingTop: () => 1.5, paddingBottom: () => 1.5 }
    },
    paragraph(
      [
        `Consequence (1 to 5) times likelihood (1 to 5). The library behind this brief describes ${document.library.taxa} taxa: a lookalike that is not among them is not warned of here.`
      ],
      { fontSize: 9, color: palette.second, margin: [0, 4, 0, 0] }
    )
  ];
}

function sheetPage(
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
  const shown = pairPicture(sheet, drawings, { x: 42, y: 58, scale: pageWide / 782 });
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
            cell(row.target.replace(/^./, (letter) => letter.toUpperCase())),
            paragraph(
              [bold(`${at + 1}  ${row.name}\n`), [lookingWords(row), { fontSize: 9, color: palette.second }]],
              {
                fontSize: 10
              }
            ),
            cell(row.lookalike.replace(/^./, (letter) => letter.toUpperCase()))
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
    ...notes
  ];
}

function cards({ document }: PrintedBrief): Content[] {
  return [
    heading('Harm by contact'),
    ...(document.contact.length > 0
      ? document.contact.map((one) =>
          paragraph(
            [
              bold(one.name),
              ' ',
              italic(one.scientific),
              `, ${one.where}: ${one.effect}; ${one.onset}. `,
              second(`${one.wear} ${one.onContact}`)
            ],
            { fontSize: 10, margin: [0, 0, 0, 4] }
          )
        )
      : [paragraph(['None among the taxa of this walk.'], { fontSize: 10 })]),
    ...(document.dangers.length > 0
      ? [
          heading('Animals, ground and water'),
          ...document.dangers.map((one) =>
            paragraph([bold(one.name), `: ${one.what}`], { fontSize: 10, margin: [0, 0, 0, 3] })
          )
        ]
      : []),
    heading('Harvest card'),
    ...(document.harvest.length > 0
      ? document.harvest.map((one): Content => ({
          stack: [
            paragraph(
              [
                bold(one.name),
                ' ',
                italic(one.scientific),
                `: ${[one.part, one.portion, one.howMany].filter(Boolean).join(', ')}`
              ],
              { fontSize: 11 }
            ),
            paragraph(
              [
                [
                  one.rule,
                  one.exempt && `Left alone: ${one.exempt}.`,
                  one.spacing && `${one.spacing}.`,
                  one.tool && `Tool: ${one.tool}.`
                ]
                  .filter(Boolean)
                  .join(' ')
              ],
              { fontSize: 10 }
            ),
            paragraph(
              [`${one.preparation} ${one.conditions} Nothing reaches a mouth before that piece was checked.`],
              { fontSize: 10, color: palette.second, margin: [0, 0, 0, 6] }
            )
          ],
          unbreakable: true
        }))
      : [
          paragraph(['Nothing is gathered: plants are looked at, and left where they grow.'], {
            fontSize: 10
          })
        ]),
    { stack: illCard(document), unbreakable: true }
  ];
}

/** Part 7, the same on the brief and on the pocket cards. */
export const illCard = (document: BriefDocument, size = 10, ill = document.ill): Content[] => [
  heading('If somebody feels ill'),
  ...document.front.emergencyNumbers.map(({ label, number }) =>
    paragraph([`${label}  `, bold(number)], { fontSize: size + 1 })
  ),
  paragraph([illness.eaten], { fontSize: size, margin: [0, 3, 0, 2] }),
  paragraph([`${illness.sap} ${illness.eye}`], { fontSize: size, margin: [0, 0, 0, 4] }),
  ...ill.map((one) =>
    paragraph([bold(one.name), ' ', italic(one.scientific), `: ${one.effect}; ${one.onset}`], {
      fontSize: size - 0.5,
      margin: [0, 0, 0, 2]
    })
  )
];

function lighter({ document: { appendix } }: PrintedBrief): Content[] {
  if (appendix.length === 0) return [];
  return [
    heading('Lighter pairs'),
    ...appendix.map((one) =>
      paragraph(
        [
          bold(`${one.target} against ${one.lookalike}`),
          `, rated ${one.rating}: `,
          second(
            `${one.rows.map((row) => `${row.name.toLowerCase()}: ${row.target}, not ${row.lookalike}`).join('; ') || 'no single character separates them well'}.`
          )
        ],
        { fontSize: 9.5, margin: [0, 0, 0, 3] }
      )
    )
  ];
}

/** The map of the walk with its stops, on a page of its own where the reader may see it. */
function mapPage({ document }: PrintedBrief): Content[] {
  if (!document.map) return [];
  const stops = placedStops(document);
  const picture = mapPicture(document.map, stops, pageWide, 560);
  if (!picture) return [];
  return [
    onNewPage([
      heading('The way'),
      { svg: picture, width: pageWide },
      paragraph(
        [
          stops.map(({ number, name }) => `${number} ${name}`).join(' · '),
          stops.length < document.stops.length ? ' · other stops are not shown' : ''
        ],
        { fontSize: 10, margin: [0, 8, 0, 0] }
      )
    ])
  ];
}

/** The stops whose place the reader may know. */
export const placedStops = ({ stops }: BriefDocument) =>
  stops.flatMap(({ longitude, latitude, ...stop }) =>
    longitude === undefined || latitude === undefined ? [] : [{ ...stop, longitude, latitude }]
  );

const onNewPage = (content: Content[]): Content => ({ stack: content, pageBreak: 'before' });

/** @returns the whole brief as a document for the PDF maker */
export function briefPages(brief: PrintedBrief, isForLeaders: boolean): TDocumentDefinitions {
  const { document, version } = brief;
  const notNow = document.targets.filter(({ found }) => !found);
  return {
    pageSize: 'A4',
    pageMargins: [42, 40, 42, 46],
    content: [
      ...front(brief, isForLeaders),
      onNewPage([
        ...timetable(brief),
        ...hazards(brief),
        ...notNow.map((target) =>
          paragraph(
            [
              [`${target.name}, not at this stage. `, { bold: true, color: palette.rosehip }],
              `It cannot be told from every dangerous lookalike. ${target.firstDate ? `First from ${dayAndMonth(target.firstDate)}. ` : ''}It is shown, never gathered.`
            ],
            { fontSize: 10.5, margin: [0, 8, 0, 0] }
          )
        )
      ]),
      ...mapPage(brief),
      ...document.sheets.map((sheet, i) => onNewPage(sheetPage(sheet, i, brief))),
      onNewPage([...cards(brief), ...lighter(brief)]),
      ...(isForLeaders
        ? [
            paragraph(
              [
                'Health notes of the learners stand in no print. Leaders open them on the page of the brief before the walk.'
              ],
              { fontSize: 9.5, color: palette.second, margin: [0, 10, 0, 0] }
            )
          ]
        : [])
    ],
    footer: (page, pages) => ({
      margin: [42, 12, 42, 0],
      columns: [
        paragraph(
          [
            `${document.walk.name}, ${document.walk.isoDate}, version ${version}. It lists checks and never says that a plant is safe; local law and the landowner come first.`
          ],
          { fontSize: 8, color: palette.second }
        ),
        {
          ...paragraph([`${page} of ${pages}`], { fontSize: 8, color: palette.second }),
          alignment: 'right',
          width: 50
        }
      ]
    }),
    defaultStyle: { font: 'Sans', fontSize: 10.5, lineHeight: 1.15, color: palette.ink }
  };
}
