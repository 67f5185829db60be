import { AllowanceRule } from '../schema';
import { type FieldKind, ifSet, joined } from './kind';

/** An allowance rule: "a tenth …" in figures. */
export const allowanceInWords = ({
  part,
  unit,
  fraction,
  pieces,
  exempt,
  leastSquareMetres,
  restYears,
  spacing,
  basis
}: AllowanceRule): string =>
  [
    fraction === 'to need'
      ? `${part}: to need, ${pieces} from one of the ${unit}`
      : `${part}: ${pieces} from each of ${Math.round(fraction * 1000) / 10} % of the ${unit}`,
    exempt && `never ${exempt}`,
    leastSquareMetres && `no patch under ${leastSquareMetres} m²`,
    restYears && `then ${restYears === 1 ? 'a year' : `${restYears} years`} of rest`,
    spacing,
    basis
  ]
    .filter(Boolean)
    .join('; ');

const shareOf = ({ fraction, pieces }: AllowanceRule): number =>
  fraction === 'to need' ? Infinity : fraction * pieces;

/** How a figure of the rule is called among the facts: allowancePart, allowanceFraction … */
const factOf = (field: string): string => `allowance${field[0]!.toUpperCase()}${field.slice(1)}`;

/** How much of a stand a year may give. */
export const allowance: FieldKind<AllowanceRule> = {
  title: 'allowance',
  schema: AllowanceRule,
  words: allowanceInWords,
  /** The smaller share, with all that either keeps back. */
  stricter(own, base) {
    if (own === undefined) return undefined;
    const exempt = own.exempt && base.exempt ? joined(own.exempt, base.exempt) : (own.exempt ?? base.exempt);
    const greater = (of: 'leastSquareMetres' | 'restYears') =>
      own[of] === undefined && base[of] === undefined ? {} : { [of]: Math.max(own[of] ?? 0, base[of] ?? 0) };
    return {
      ...(shareOf(own) <= shareOf(base) ? own : base),
      ...(exempt ? { exempt } : {}),
      ...greater('leastSquareMetres'),
      ...greater('restYears')
    };
  },
  read(filled) {
    const number = (name: string) => (filled.text(name) ? { [name]: Number(filled.text(name)) } : {});
    const fraction = filled.text('fraction');
    return {
      value: filled.text('part')
        ? {
            part: filled.text('part'),
            unit: filled.text('unit'),
            fraction: fraction === 'to need' ? 'to need' : Number(fraction || NaN),
            pieces: Number(filled.text('pieces') || NaN),
            ...ifSet('exempt', filled.text('exempt')),
            ...number('leastSquareMetres'),
            ...number('restYears'),
            ...ifSet('spacing', filled.text('spacing')),
            basis: filled.text('basis')
          }
        : undefined
    };
  },
  toFacts: (rule) =>
    Object.fromEntries(Object.entries(rule).map(([field, value]) => [factOf(field), String(value)])),
  fromFacts(facts) {
    const said = Object.keys(AllowanceRule.shape).flatMap((field): [string, string | number][] => {
      const value = facts[factOf(field)];
      return value ? [[field, Number.isNaN(Number(value)) ? value : Number(value)]] : [];
    });
    return said.length > 0 ? Object.fromEntries(said) : undefined;
  }
};
