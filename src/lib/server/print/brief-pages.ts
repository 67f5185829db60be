import { palette } from '$lib/palette';
import type { Column, Content, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces';
import { nameWithin } from '$core/knowledge';
import { type BriefDocument, briefFacts, illness, rankedHazards } from '$core/walk';
import { dayAndMonth, longDate } from '$core/words';
import { mapPage } from './map-page';
import {
  type PrintedBrief,
  cell,
  head,
  lines,
  onNewPage,
  pageMargin,
  pageWide,
  roleColour,
  roleWords
} from './page-layout';
import { sheetPage } from './sheet-page';
import { bold, heading, italic, paragraph, richPieces, rule, second } from './text';

/** A brief on A4. What leaders need beside it (their kit, what to drop) stays out of the learners' version. */

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
    { stack: [...illCard(document), ...biteLines(document)], unbreakable: true }
  ];
}

/** Part 7, the same on the brief, in short and on the pocket cards. */
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

/** First aid after bites and stings: on the whole brief alone, what is small has no room for it. */
const biteLines = ({ bites }: BriefDocument): Content[] =>
  bites.map(({ name, firstAid }) =>
    paragraph([bold(`${name}: `), firstAid.join(' ')], { fontSize: 9.5, margin: [0, 0, 0, 2] })
  );

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

/** @returns the whole brief as a document for the PDF maker */
export function briefPages(brief: PrintedBrief, isForLeaders: boolean): TDocumentDefinitions {
  const { document, version } = brief;
  const notNow = document.targets.filter(({ found }) => !found);
  return {
    pageSize: 'A4',
    pageMargins: [pageMargin, 40, pageMargin, 46],
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
      margin: [pageMargin, 12, pageMargin, 0],
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
