import { palette } from '$lib/palette';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { toDataURL } from 'qrcode';
import { type LabelFacts, type LabelSheet, labelSheets, wayInWords } from '$core/making';
import { paragraph } from './text';

/** Labels on a sheet as shops sell it, each with a code that opens its batch; cut from cross to cross. */

export interface PrintedLabels {
  readonly sheet: LabelSheet;
  readonly labels: readonly LabelFacts[];
  /** Places of the first sheet that are used already. */
  readonly skip: number;
  /** Places left over get lines to write on. */
  readonly byHand: boolean;
  /** Where the codes lead: an address before the code. */
  readonly address: string;
}

const point = 72 / 25.4;
const page = { wide: 210, high: 297 };
/** Between columns, where there is room for it, as sheets are cut. Millimetres. */
const gap = 2.5;
/** Printers leave a rim; so does a label. Millimetres. */
const pad = 3.2;

/** Where the left upper corner of a place of a sheet lies, in points. */
function placeOf(sheet: LabelSheet, place: number): { readonly x: number; readonly y: number } {
  const { across, down, wide, high } = labelSheets[sheet];
  const between = across * wide + (across - 1) * gap <= page.wide ? gap : 0;
  const left = (page.wide - across * wide - (across - 1) * between) / 2;
  const top = (page.high - down * high) / 2;
  return {
    x: (left + (place % across) * (wide + between)) * point,
    y: (top + Math.floor(place / across) * high) * point
  };
}

interface Row {
  readonly label: string;
  readonly value: string;
  readonly isStrong: boolean;
}

const rowsOf = (label: LabelFacts): Row[] =>
  [
    { label: 'gathered', value: label.gathered, isStrong: false },
    { label: 'made', value: `${label.made}, checked by ${label.checkedBy}`, isStrong: false },
    { label: 'contains', value: label.contains, isStrong: true },
    { label: 'not for', value: label.notFor, isStrong: true }
  ].filter(({ value }) => value !== '');

/** Letters are mostly narrower than that, in parts of their size; a line that breaks loses half a word. */
export const letterWide = 0.56;
/** Of a line, in parts of its letters' size, as set here. */
const lineHigh = { sans: 1.2, serif: 1.4 };
function linesIn(text: string, size: number, wide: number): number {
  const long = text.length * size * letterWide;
  return long <= wide ? 1 : Math.ceil(long / (wide - size * 2.5));
}

/** The codes of labels as pictures, each once: a sheet has many labels of one batch. By what stands in them. */
async function picturesOf({ labels, address }: PrintedLabels): Promise<Record<string, string>> {
  const codes = [...new Set(labels.map(({ code }) => code))];
  const look = { errorCorrectionLevel: 'M', margin: 0, scale: 8 } as const;
  return Object.fromEntries(
    await Promise.all(codes.map(async (code) => [code, await toDataURL(`${address}${code}`, look)] as const))
  );
}

/** How high head, rows and foot of a label are at a size of letters, the head beside its code. In points. */
function heights(label: LabelFacts, size: number, wide: number, code: number) {
  const narrow = wide - code - 4;
  const head =
    linesIn(label.name, size * 1.45, narrow) * size * 1.45 * lineHigh.serif +
    linesIn(label.scientific, size, narrow) * size * lineHigh.serif +
    linesIn(`${label.part}, ${wayInWords(label.way)}`, size, narrow) * size * lineHigh.sans;
  const rows = rowsOf(label).reduce(
    (sum, { value }) => sum + linesIn(value, size, wide - size * 4.6) * size * lineHigh.sans,
    0
  );
  const foot =
    size * 1.3 * lineHigh.sans + linesIn(label.useBy.because, size * 0.92, wide) * size * lineHigh.sans;
  return { head: Math.max(head, code), rows, foot };
}

/** Between head and rows, rows and foot, for their lines. In points. */
const betweenParts = { head: 3, foot: 4 };

const most = 9.5;
const least = 5;

/** The largest size of letters at which a label holds all of its words; undefined where none does. */
export function sizeFor(label: LabelFacts, sheet: LabelSheet): number | undefined {
  const { wide, high } = labelSheets[sheet];
  const [across, down] = [(wide - 2 * pad) * point, (high - 2 * pad) * point];
  for (let size = most; size >= least; size -= 0.1) {
    const { head, rows, foot } = heights(label, size, across, codeWide(sheet));
    if (head + betweenParts.head + rows + betweenParts.foot + foot <= down) return size;
  }
  return undefined;
}

const codeWide = (sheet: LabelSheet): number => Math.min(19, labelSheets[sheet].high * 0.28) * point;

function labelContent(label: LabelFacts, sheet: LabelSheet, place: number): Content[] {
  const { wide, high } = labelSheets[sheet];
  const { x, y } = placeOf(sheet, place);
  const size = sizeFor(label, sheet)!;
  const left = x + pad * point;
  const top = y + pad * point;
  const across = (wide - 2 * pad) * point;
  const code = codeWide(sheet);
  const bottom = y + (high - pad) * point;
  const { head, foot } = heights(label, size, across, code);
  const at = (dx: number, dy: number) => ({ absolutePosition: { x: left + dx, y: dy } });
  const line = (dy: number, weight: number): Content => ({
    canvas: [{ type: 'line', x1: 0, y1: 0, x2: across, y2: 0, lineWidth: weight, lineColor: palette.ink }],
    ...at(0, dy)
  });
  return [
    {
      columns: [
        {
          width: across - code - 4,
          stack: [
            paragraph([label.name], { face: 'Serif', bold: true, fontSize: size * 1.45 }),
            paragraph([label.scientific], { face: 'Serif', italics: true, fontSize: size }),
            paragraph([`${label.part}, ${wayInWords(label.way)}`], { bold: true, fontSize: size })
          ]
        }
      ],
      ...at(0, top)
    },
    {
      image: label.code,
      width: code,
      ...at(across - code, top)
    },
    line(top + head + betweenParts.head / 2, 0.5),
    {
      columns: [
        {
          width: across,
          stack: rowsOf(label).map(({ label: name, value, isStrong }) => ({
            columns: [
              { width: size * 4.6, ...paragraph([name], { fontSize: size, color: palette.second }) },
              { width: '*', ...paragraph([value], { fontSize: size, bold: isStrong }) }
            ]
          }))
        }
      ],
      ...at(0, top + head + betweenParts.head)
    },
    line(bottom - foot - 2, label.isCraft ? 1.6 : 0.5),
    {
      columns: [
        {
          width: across,
          stack: [
            {
              columns: [
                {
                  width: '*',
                  ...paragraph(
                    label.isCraft
                      ? [['Not food', { bold: true, fontSize: size * 1.3 }]]
                      : [
                          ['use by ', { color: palette.second, fontSize: size }],
                          [label.useBy.date ?? 'no date', { bold: true, fontSize: size * 1.3 }]
                        ]
                  )
                },
                {
                  width: 'auto',
                  ...paragraph([`${label.vessel} · ${label.code}`], {
                    fontSize: size,
                    color: palette.second,
                    margin: [0, size * 0.3, 0, 0]
                  })
                }
              ]
            },
            ...(label.isCraft
              ? []
              : [paragraph([label.useBy.because], { fontSize: size * 0.92, color: palette.second })])
          ]
        }
      ],
      ...at(0, bottom - foot)
    }
  ];
}

const blankRows = [
  'name',
  'scientific',
  'part',
  'patch',
  'gathered',
  'made',
  'checked by',
  'contains',
  'not for',
  'use by'
];

/** Lines to fill in by hand. */
function blankContent(sheet: LabelSheet, place: number): Content[] {
  const { wide, high } = labelSheets[sheet];
  const { x, y } = placeOf(sheet, place);
  const across = (wide - 2 * pad) * point;
  const step = ((high - 2 * pad) * point - 8) / blankRows.length;
  const size = Math.min(8.5, step * 0.8);
  return [
    {
      ...paragraph(['by hand: all of it, or it is not put away'], {
        face: 'Serif',
        italics: true,
        fontSize: size,
        color: palette.second
      }),
      absolutePosition: { x: x + pad * point, y: y + pad * point - 2 }
    },
    ...blankRows.flatMap((name, i): Content[] => {
      const dy = y + pad * point + 8 + i * step;
      return [
        {
          ...paragraph([name], { fontSize: size, color: palette.second }),
          absolutePosition: { x: x + pad * point, y: dy }
        },
        {
          canvas: [
            {
              type: 'line',
              x1: 0,
              y1: 0,
              x2: across - size * 5,
              y2: 0,
              lineWidth: 0.4,
              lineColor: palette.second
            }
          ],
          absolutePosition: { x: x + pad * point + size * 5, y: dy + size * 1.1 }
        }
      ];
    })
  ];
}

/** A cross at each corner of a place. */
function crosses(sheet: LabelSheet): Content[] {
  const { across, down, wide, high } = labelSheets[sheet];
  const arm = 5;
  const seen = new Set<string>();
  return Array.from({ length: across * down }, (_, place) => placeOf(sheet, place)).flatMap(({ x, y }) =>
    [0, 1].flatMap((right) =>
      [0, 1].flatMap((low): Content[] => {
        const [cx, cy] = [x + right * wide * point, y + low * high * point];
        const key = `${cx.toFixed(1)} ${cy.toFixed(1)}`;
        if (seen.has(key)) return [];
        seen.add(key);
        const ink = { lineWidth: 0.4, lineColor: palette.second };
        return [
          {
            canvas: [
              { type: 'line', x1: -arm, y1: 0, x2: arm, y2: 0, ...ink },
              { type: 'line', x1: 0, y1: -arm, x2: 0, y2: arm, ...ink }
            ],
            absolutePosition: { x: cx, y: cy }
          }
        ];
      })
    )
  );
}

/** @throws where a label has more words than its place holds: ask `sizeFor` first */
export async function labelPages(printed: PrintedLabels): Promise<TDocumentDefinitions> {
  const { sheet, labels, skip, byHand } = printed;
  const places = labelSheets[sheet].across * labelSheets[sheet].down;
  const pages = Math.max(1, Math.ceil((skip + labels.length) / places));
  return {
    pageSize: 'A4',
    pageMargins: 0,
    images: await picturesOf(printed),
    content: Array.from({ length: pages }, (_, nth): Content => {
      const cells = Array.from({ length: places }, (_unused, place) => ({
        place,
        label: labels[nth * places + place - skip],
        isUsed: nth === 0 && place < skip
      }));
      return {
        ...(nth > 0 ? { pageBreak: 'before' as const } : {}),
        stack: [
          { text: ' ', fontSize: 1 },
          ...crosses(sheet),
          ...cells.flatMap(({ place, label, isUsed }) =>
            label ? labelContent(label, sheet, place) : byHand && !isUsed ? blankContent(sheet, place) : []
          )
        ]
      };
    }),
    defaultStyle: { font: 'Sans', fontSize: 8, lineHeight: 0.92, color: palette.ink }
  };
}
