import { palette } from '$lib/palette';
import type { Library } from '$core/knowledge';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import {
  aboutQuestion,
  confidences,
  isOnPair,
  letterOf,
  middleOf,
  onPaper,
  pose,
  type Specification,
  type Spot
} from '$core/learning';
import { plateVectors } from './plate-vectors';
import { bold, heading, paragraph, rule, second, spacer } from './text';

/** A quiz on paper: one page a question, drawn from the same seeds, and the answers on a sheet at the end. */

const [left, top] = [48, 44];
const contentWide = 595.28 - 2 * left;
const mostHigh = 400;
/** Below the line that says which question it is. */
const pictureTop = top + 18;

interface Drawn {
  /** A drawing, or a picture of the school’s own as a data address. */
  readonly picture: { readonly svg: string } | { readonly address: string };
  readonly width: number;
  readonly height: number;
  /** The middles of places that stand by their letters. */
  readonly places: readonly Spot[];
}

/** A letter on its disc. @param at its middle on the page */
function lettered(letter: string, { x, y }: Spot): Content[] {
  const r = 8;
  return [
    {
      canvas: [{ type: 'ellipse', x: 0, y: 0, r1: r, r2: r, color: palette.ink }],
      absolutePosition: { x, y }
    },
    {
      ...paragraph([letter], { fontSize: 10, bold: true, color: palette.paper }),
      absolutePosition: { x: x - 3.5, y: y - 7 }
    } as Content
  ];
}

/** Drawings at the head of a page, one large or several in rows of three: they stand by their coordinates. */
function placedDrawings(drawn: readonly Drawn[]): { readonly content: Content[]; readonly high: number } {
  const columns = drawn.length === 1 ? 1 : 3;
  const gap = 10;
  const wide = (contentWide - (columns - 1) * gap) / columns;
  const rowHigh = columns === 1 ? mostHigh : 150;
  let high = 0;
  const content = drawn.flatMap(({ picture, width, height, places }, i): Content[] => {
    const scale = Math.min(wide / width, rowHigh / height);
    const x = left + (i % columns) * (wide + gap);
    const y = pictureTop + Math.floor(i / columns) * (rowHigh + gap);
    high = Math.max(high, y + (columns === 1 ? height * scale : rowHigh) - pictureTop);
    const size = { width: width * scale, height: height * scale };
    return [
      ...('address' in picture ? [{ image: picture.address, ...size, absolutePosition: { x, y } }] : []),
      {
        canvas: [
          {
            type: 'rect',
            x: 0,
            y: 0,
            w: size.width,
            h: size.height,
            lineWidth: 0.7,
            lineColor: palette.ink
          },
          ...('svg' in picture ? plateVectors(picture.svg, { x, y, scale }) : [])
        ],
        absolutePosition: { x, y }
      },
      ...places.flatMap((place, k) =>
        lettered(letterOf(k), { x: x + place.x * scale, y: y + place.y * scale })
      )
    ];
  });
  return { content, high };
}

const box = (label: string): Content => ({
  columns: [
    { width: 16, canvas: [{ type: 'rect', x: 0, y: 1, w: 9, h: 9, lineWidth: 0.8, lineColor: palette.ink }] },
    { width: '*', ...paragraph([label], { fontSize: 11 }) }
  ],
  margin: [0, 2, 0, 2]
});

const line = (label: string): Content => [
  paragraph([label], { fontSize: 11, margin: [0, 8, 0, 12] }),
  rule(contentWide, palette.ink, 0.6)
];

/** The middles of the places of a question of the school’s own. */
const placesIn = (spec: Specification): Spot[] =>
  spec.drill === 'own question' && spec.question.answer.kind === 'spot'
    ? spec.question.answer.options.map(({ shape }) => middleOf(shape))
    : [];

interface OnPage {
  readonly asks: string;
  readonly drawn: readonly Drawn[];
  readonly words: Content[];
  readonly answers: Content[];
}

/** A question with all there is to see of it; undefined where it is asked on a screen only. */
function shownOf(library: Library, spec: Specification, own: PrintedQuiz['pictures']): OnPage | undefined {
  const posed = pose(library, spec, new Map());
  const paper = posed && onPaper(spec.drill, posed);
  if (!paper) return undefined;
  const { asks, pen, choices, pictures, asked = [], said = [] } = paper;
  return {
    asks: pen ? `${asks} ${pen}` : asks,
    drawn: pictures.flatMap(({ name, width, height }) => {
      const image = posed.image(name, asked);
      const picture =
        image && 'questionPicture' in image
          ? { address: own[image.questionPicture] ?? '' }
          : image && 'svg' in image
            ? { svg: image.svg }
            : undefined;
      return picture && !('address' in picture && picture.address === '')
        ? [{ picture, width, height, places: placesIn(spec) }]
        : [];
    }),
    words: said.map(({ label, words }) =>
      paragraph([bold(`${label}: `), words.join(' ')], { fontSize: 10.5 })
    ),
    answers: choices ? choices.map(box) : [line('')]
  };
}

export interface PrintedQuiz {
  readonly name: string;
  readonly school: string;
  readonly group: string;
  readonly questions: readonly Specification[];
  /** Pictures of the school’s own questions by their ids, as data addresses. */
  readonly pictures: Readonly<Record<string, string>>;
}

export function quizPaper(library: Library, quiz: PrintedQuiz): TDocumentDefinitions {
  const answers: Content[] = [];
  const pages: Content[] = [];
  for (const [i, spec] of quiz.questions.entries()) {
    const { about, truth, title } = aboutQuestion(library, spec);
    const made = shownOf(library, spec, quiz.pictures);
    answers.push(
      paragraph([bold(`${i + 1}  ${title}. `), `${about}: ${truth}${made ? '' : ' (on a screen only)'}`], {
        fontSize: 10.5,
        margin: [0, 3, 0, 3]
      })
    );
    if (!made) continue;
    const pictures = placedDrawings(made.drawn);
    pages.push(
      {
        ...paragraph([second(`${i + 1} of ${quiz.questions.length} · ${title}`)], { fontSize: 9 }),
        pageBreak: 'before'
      },
      ...pictures.content,
      spacer(pictures.high + 12),
      paragraph([made.asks], { face: 'Serif', fontSize: 13, margin: [0, 2, 0, 6] }),
      ...made.words,
      ...made.answers,
      ...(isOnPair(spec)
        ? [
            paragraph(['How sure?   ', confidences.map((word) => `( ) ${word}`).join('    ')], {
              fontSize: 10.5,
              margin: [0, 8, 0, 0]
            })
          ]
        : [])
    );
  }
  return {
    pageSize: 'A4',
    pageMargins: [left, top, left, top],
    content: [
      paragraph([quiz.school], { fontSize: 9, color: palette.second }),
      paragraph([quiz.name], { face: 'Serif', bold: true, fontSize: 20 }),
      paragraph(
        [
          `${quiz.group} · leaving a plant alone is never wrong; calling a dangerous one edible is the error that counts.`
        ],
        {
          fontSize: 10,
          margin: [0, 2, 0, 6]
        }
      ),
      line('Name'),
      paragraph(
        [
          `${quiz.questions.length} questions. The answers stand on the last page: take it off before you hand this out.`
        ],
        { fontSize: 10, margin: [0, 12, 0, 0] }
      ),
      ...pages,
      { ...(heading('Answers, for the leader') as object), pageBreak: 'before' } as Content,
      ...answers,
      paragraph(
        [
          'A question that needs a cloth, a clock or a finger is asked on a screen only. Drawings are not plants.'
        ],
        {
          fontSize: 9,
          color: palette.second,
          margin: [0, 10, 0, 0]
        }
      )
    ]
  };
}
