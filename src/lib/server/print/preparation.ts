import { palette } from '$lib/palette';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { pageMargin, pageWide } from './page-layout';
import { bold, heading, paragraph, rule, second } from './text';

/** A card of how a part is prepared, on one page. */
export interface PrintedCard {
  readonly title: string;
  readonly scientific: string;
  /** Where and when it was gathered, or for how much it is scaled. */
  readonly scaledFor: string;
  readonly amounts: readonly { readonly words: string; readonly grams: string; readonly share: number }[];
  readonly portion: readonly string[];
  readonly tool: string;
  readonly cutOff: string;
  readonly washing: string;
  readonly heat: string;
  readonly why: string;
  readonly steps: readonly { readonly what: string; readonly how: string; readonly until: string }[];
  readonly notFor: readonly string[];
  readonly contains: string;
  readonly wrong: readonly { readonly sign: string; readonly because: string }[];
  readonly keeping: string;
  readonly sources: string;
}

const aside = 170;
const main = pageWide - aside - 20;

/** The amounts as one tapering band. */
function band(amounts: PrintedCard['amounts']): Content[] {
  if (amounts.length === 0) return [];
  const [high, step] = [34, main / amounts.length];
  const half = (i: number) => Math.max(1.2, (amounts[i]!.share * high) / 2);
  const edge = (sign: 1 | -1) =>
    amounts.flatMap((_, i) => [
      { x: i * step, y: high / 2 + sign * half(i) },
      { x: (i + 0.72) * step, y: high / 2 + sign * half(i) }
    ]);
  return [
    {
      columns: amounts.map(({ words, grams }) => ({
        width: step,
        stack: [
          paragraph([bold(grams)], { fontSize: 10.5 }),
          paragraph([words], { fontSize: 8.5, color: palette.second })
        ]
      }))
    },
    {
      canvas: [
        {
          type: 'polyline',
          closePath: true,
          lineWidth: 0.8,
          lineColor: palette.ink,
          color: '#e4e6d8',
          points: [...edge(-1), ...edge(1).reverse()]
        }
      ],
      margin: [0, 3, 0, 6]
    }
  ];
}

export function cardPages(card: PrintedCard): TDocumentDefinitions {
  const fact = (title: string, text: string): Content[] =>
    text ? [heading(title), paragraph([text], { fontSize: 9.5, lineHeight: 1.15 })] : [];
  return {
    pageSize: 'A4',
    pageMargins: pageMargin,
    content: [
      paragraph([[card.title, { face: 'Serif', bold: true, fontSize: 20 }]]),
      paragraph([[card.scientific, { face: 'Serif', italics: true }], second(`  ${card.scaledFor}`)], {
        fontSize: 10.5,
        margin: [0, 0, 0, 8]
      }),
      {
        columnGap: 20,
        columns: [
          {
            width: main,
            stack: [
              ...band(card.amounts),
              ...card.portion.map((text) => paragraph([text], { fontSize: 10, margin: [0, 0, 0, 3] })),
              rule(main, palette.ink, 0.9),
              ...card.steps.flatMap(({ what, how, until }, i): Content[] => [
                {
                  columns: [
                    { width: 16, ...paragraph([bold(String(i + 1))], { fontSize: 10.5 }) },
                    {
                      width: '*',
                      stack: [
                        paragraph([bold(what)], { fontSize: 10.5 }),
                        ...(how ? [paragraph([how], { fontSize: 9, color: palette.second })] : [])
                      ]
                    },
                    { width: 150, ...paragraph([until], { face: 'Serif', fontSize: 10 }) }
                  ],
                  columnGap: 6
                },
                rule(main)
              ]),
              paragraph(['One piece in doubt: leave the whole bowl.'], {
                face: 'Serif',
                bold: true,
                fontSize: 12.5,
                color: palette.rosehip,
                margin: [0, 8, 0, 2]
              }),
              paragraph(['Nothing that is done in a kitchen makes another plant harmless.'], {
                fontSize: 9.5
              })
            ]
          },
          {
            width: aside,
            stack: [
              heading('Who may not'),
              { ul: card.notFor.map((one) => paragraph([one], { fontSize: 9.5 })) },
              paragraph(['Children under three: nobody has given a portion for them, so none is given.'], {
                fontSize: 9.5,
                margin: [0, 3, 0, 0]
              }),
              ...fact('Contains', card.contains),
              ...fact('Cut off', card.cutOff),
              ...fact('Washing', card.washing),
              ...fact(card.heat, card.why),
              ...fact('Tools', card.tool),
              ...(card.wrong.length > 0
                ? [
                    heading('What goes wrong'),
                    ...card.wrong.map(({ sign, because }) =>
                      paragraph([bold(`${sign}: `), because], { fontSize: 9.5 })
                    )
                  ]
                : []),
              ...fact('Keeping', card.keeping),
              ...fact('Sources', card.sources)
            ]
          }
        ]
      }
    ],
    defaultStyle: { font: 'Sans', fontSize: 10, color: palette.ink }
  };
}
