import { palette } from '$lib/palette';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { isDrawnAt, plateSize, renderPlate, sheetPlate } from '$core/figure';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  englishName,
  isDangerous
} from '$core/knowledge';
import { listed, stageWord } from '$core/words';
import { plateVectors } from './plate-vectors';
import { bold, italic, paragraph, rule, second, spacer } from './text';

/** Cards of A6 for “go and find these”: a drawn plant with its name; what is found is looked at, and left where it stands. */

export interface FindCard {
  readonly taxon: string;
  readonly stage: string;
  /** Dangerous plants that it is taken for there. */
  readonly avoid: readonly string[];
}

export interface PrintedFindCards {
  readonly walk: string;
  readonly day: string;
  readonly cards: readonly FindCard[];
}

const [wide, margin] = [297.64, 18];
const cardWide = wide - 2 * margin;
/** So that what is said of it stands on the same card. */
const mostHigh = 258;
/** So many lookalikes are named, the weightiest first: a card is looked at while walking. */
const mostNamed = 4;
/** A plant on a card is another individual than on a sheet: each card is drawn from a number of its own. */
const firstSeed = 41;

function cardOf(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  { avoid }: FindCard,
  nth: number
): Content[] {
  const svg = renderPlate(sheetPlate(library, taxon, stage, firstSeed + nth));
  const scale = Math.min(cardWide / plateSize.width, mostHigh / plateSize.height);
  const [plateWide, high] = [plateSize.width * scale, plateSize.height * scale];
  const at = { x: margin + (cardWide - plateWide) / 2, y: margin };
  const isHarmful = isDangerous(taxon);
  return [
    {
      canvas: [
        {
          type: 'rect',
          x: 0,
          y: 0,
          w: plateWide,
          h: high,
          lineWidth: 0.7,
          lineColor: isHarmful ? palette.rosehip : palette.ink
        },
        ...plateVectors(svg, { ...at, scale })
      ],
      absolutePosition: at
    },
    spacer(high + 6),
    paragraph([englishName(taxon)], {
      face: 'Serif',
      bold: true,
      fontSize: 15,
      ...(isHarmful ? { color: palette.rosehip } : {})
    }),
    paragraph([italic(taxon.name), second(`   in ${stageWord(taxon.group, stage.stage)}`)], { fontSize: 9 }),
    rule(cardWide),
    paragraph(
      [
        isHarmful
          ? bold('Find it with your eyes, from a step away. Do not touch it.')
          : bold('Find it, look at it, and leave it where it stands. Call somebody who leads.')
      ],
      { fontSize: 9.5 }
    ),
    ...(avoid.length > 0
      ? [
          paragraph(
            [
              `It is taken for ${listed(avoid.slice(0, mostNamed))}${avoid.length > mostNamed ? ', and others' : ''}.`
            ],
            {
              fontSize: 9.5,
              color: palette.rosehip,
              margin: [0, 3, 0, 0]
            }
          )
        ]
      : [])
  ];
}

export function findCardPages(
  library: Library,
  { walk, day, cards }: PrintedFindCards
): TDocumentDefinitions {
  const drawn = cards.flatMap((card, nth) => {
    const taxon = library.taxa.get(card.taxon);
    const stage = taxon?.stages.get(card.stage as StageDescription['stage']);
    return taxon && stage && isDrawnAt(stage) ? [cardOf(library, taxon, stage, card, nth)] : [];
  });
  return {
    pageSize: 'A6',
    pageMargins: [margin, margin, margin, 20],
    content: drawn.map((stack, i): Content => ({ stack, ...(i > 0 ? { pageBreak: 'before' } : {}) })),
    footer: () => ({
      ...paragraph([`${walk}, ${day} · Nothing on a card is leave to gather`], {
        fontSize: 7,
        color: palette.second
      }),
      margin: [margin, 4, margin, 0]
    }),
    defaultStyle: { font: 'Sans', fontSize: 9, lineHeight: 1.1, color: palette.ink }
  };
}
