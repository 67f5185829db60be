import { PartRules } from '../schema';
import { allowance, allowanceInWords } from './allowance';
import { harvest } from './harvest';
import { type ListKind, figuresIn, ifSet } from './kind';

type Grams = NonNullable<PartRules['grams']>['piece'];

const gramsText = (grams: Grams | undefined): string => grams?.join(' ') ?? '';
const inWords = ([low, mostly, high]: Grams): string => `${mostly} g (${low} to ${high})`;

const gramsOf = (piece: string, handful: string) =>
  piece || handful
    ? { grams: { piece: figuresIn(piece), ...(handful && { handful: figuresIn(handful) }) } }
    : {};

/** What holds for one part alone: how it is taken, how much, what it weighs. */
export const parts: ListKind<PartRules> = {
  title: 'part',
  schema: PartRules,
  keyOf: ({ part }) => part,
  words: (own) =>
    [
      own.harvest?.rule,
      own.allowance && allowanceInWords(own.allowance),
      own.grams && `a piece ${inWords(own.grams.piece)}`,
      own.grams?.handful && `a handful ${inWords(own.grams.handful)}`,
      own.basis
    ]
      .filter(Boolean)
      .join('; '),
  /** The stricter of each rule. Where one of the two gives the part no allowance of its own, it has none. */
  stricter(own, base) {
    if (own === undefined) return undefined;
    const { harvest: rule, allowance: most, ...rest } = own;
    const ruled = rule && base.harvest ? harvest.stricter!(rule, base.harvest) : (rule ?? base.harvest);
    const allowed = most && base.allowance && allowance.stricter!(most, base.allowance);
    const both = { ...rest, ...(ruled && { harvest: ruled }), ...(allowed && { allowance: allowed }) };
    return PartRules.safeParse(both).success ? both : undefined;
  },
  read(filled) {
    const within = (prefix: string) => ({
      ...filled,
      text: (name: string) => filled.text(`${prefix}${name}`)
    });
    const [rule, most] = [
      harvest.read(within('harvest-'), undefined as never, ''),
      allowance.read(within('allowance-'), undefined as never, '')
    ];
    return {
      value: {
        part: filled.text('part'),
        ...('value' in rule && rule.value ? { harvest: rule.value } : {}),
        ...('value' in most && most.value ? { allowance: most.value } : {}),
        ...gramsOf(filled.text('pieceGrams'), filled.text('handfulGrams')),
        basis: filled.text('basis')
      }
    };
  },
  toRow: ({ part, harvest: rule, allowance: most, grams, basis }) => ({
    part,
    ...(rule && harvest.toFacts(rule)),
    ...(most && allowance.toFacts(most)),
    ...ifSet('pieceGrams', gramsText(grams?.piece)),
    ...ifSet('handfulGrams', gramsText(grams?.handful)),
    basis
  }),
  fromRow(row) {
    const [rule, most] = [harvest.fromFacts(row), allowance.fromFacts(row)];
    return {
      part: row['part'],
      ...(rule ? { harvest: rule } : {}),
      ...(most ? { allowance: most } : {}),
      ...gramsOf(row['pieceGrams'] ?? '', row['handfulGrams'] ?? ''),
      basis: row['basis']
    };
  }
};
