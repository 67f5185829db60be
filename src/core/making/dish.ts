import { type Library, type Load, type Method, isTaught, nameIn } from '../knowledge';
import { listed } from '../words';
import { dayShare, gramsToGather, tooMuch } from './amounts';

/** A dish joins cards: what goes into one portion, what it contains, what adds up in it, who may not. */

export interface DishPart {
  readonly taxon: string;
  readonly part: string;
  readonly way: string;
  /** For each who eats, weighed as the card's portion is. */
  readonly grams: number;
}

/** Whatever else goes in. */
export interface Ingredient {
  readonly words: string;
  readonly contains: readonly string[];
}

export interface LoadOfDish {
  readonly load: Load;
  /** Of what a day allows, all plants of the dish together; 1 is a day's most. */
  readonly share: number;
  readonly from: readonly string[];
}

export interface DishFacts {
  readonly contains: readonly string[];
  readonly loads: readonly LoadOfDish[];
  /** Whom it is not for, and because of what. */
  readonly notFor: readonly { readonly whom: string; readonly because: readonly string[] }[];
  /** Why it may not be served so, in words. */
  readonly problems: readonly string[];
  /** Parts with their method; those without stand among the problems. */
  readonly parts: readonly (DishPart & { readonly name: string; readonly method: Method })[];
}

const joinedBy = <T>(rows: readonly (readonly [string, T])[]): Map<string, T[]> => {
  const by = new Map<string, T[]>();
  for (const [key, value] of rows) by.set(key, [...(by.get(key) ?? []), value]);
  return by;
};

/** What is known of a dish by the library. */
export function dishFacts(
  library: Library,
  parts: readonly DishPart[],
  others: readonly Ingredient[]
): DishFacts {
  const nameOf = nameIn(library);
  const known = parts.map((part) => {
    const taxon = library.taxa.get(part.taxon);
    const preparation = taxon?.preparations.find((one) => one.part === part.part && one.way === part.way);
    return { ...part, name: nameOf(part.taxon), taxonEntry: taxon, preparation };
  });
  const taught = known.flatMap((one) =>
    one.preparation && isTaught(one.preparation) ? [{ ...one, method: one.preparation.method }] : []
  );
  const eaten = taught.flatMap((one) =>
    one.method.portion ? [{ ...one, portion: one.method.portion }] : []
  );
  const loads = [
    ...joinedBy(
      eaten.flatMap((one) =>
        one.taxonEntry!.loads.map(
          (load) => [load, { name: one.name, share: dayShare(one.grams, one.portion) }] as const
        )
      )
    )
  ].map(([load, rows]): LoadOfDish => ({
    load: load as Load,
    share: rows.reduce((sum, { share }) => sum + share, 0),
    from: [...new Set(rows.map(({ name }) => name))]
  }));
  const notFor = [
    ...joinedBy(taught.flatMap((one) => one.method.notFor.map((whom) => [whom, one.name] as const)))
  ].map(([whom, because]) => ({ whom, because: [...new Set(because)] }));
  return {
    contains: [
      ...new Set([
        ...taught.flatMap(({ method }) => method.contains),
        ...others.flatMap(({ contains }) => contains)
      ])
    ],
    loads,
    notFor,
    problems: [
      ...known.flatMap(({ preparation, name, part, way }) => {
        if (!preparation) return [`The library has no way “${way}” for ${name}, ${part}.`];
        if (preparation.refused !== undefined) return [`${name}, ${part}, ${way}: ${preparation.refused}`];
        return [];
      }),
      ...taught
        .filter(({ method }) => method.portion === undefined)
        .map(({ name, way }) => `${name}, ${way}, is not eaten.`),
      ...eaten.flatMap((one) => tooMuch(one.grams, one.portion, `${one.name}, ${one.part}`) ?? []),
      ...loads
        .filter(({ share, from }) => share > 1 + 1e-9 && from.length > 1)
        .map(
          ({ load, share, from }) =>
            `${listed(from)} together hold ${Math.round(share * 10) / 10} times what a day allows of ${load}.`
        )
    ],
    parts: taught.map(({ taxon, part, way, grams, name, method }) => ({
      taxon,
      part,
      way,
      grams,
      name,
      method
    }))
  };
}

/** Grams to gather of each part, for so many who eat. */
export const toGatherFor = ({ parts }: Pick<DishFacts, 'parts'>, people: number) =>
  parts.map((one) => ({
    ...one,
    gather:
      one.method.portion?.of === 'cleaned'
        ? (one.grams * people) / one.method.cleaned[1]
        : gramsToGather(one.grams * people, one.method)
  }));
