import { type FieldDay, type Pack, type WalkEventOf, takingKey } from '../field';
import { type Library, nameIn, useOfPart } from '../knowledge';

/** What came of a walk, out of what was tapped: half of what comes after it writes itself. */

export interface TakenRow {
  readonly taxon: string;
  readonly name: string;
  readonly part: string;
  /** Its name; empty where no patch is known. */
  readonly patch: string;
  readonly patchId: string | undefined;
  readonly net: number;
  readonly lifted: number;
  readonly putBack: number;
  /** In how many baskets it lies, where it was counted by person. */
  readonly people: number;
  readonly personMinutes: number;
  /** Pieces a person and minute, where picking was timed. */
  readonly pace: number | undefined;
  /** Pieces that the plan reserved for the whole group; undefined where it named no number. */
  readonly planned: number | undefined;
  /** What it is meant for by the library; undefined where no use is recorded. */
  readonly meantFor: string | undefined;
  /** Why more than a share was taken. */
  readonly beyond: readonly string[];
}

const plannedOf = (
  pack: Pack,
  patch: string | undefined,
  taxon: string,
  part: string
): number | undefined => {
  const rows = pack.taxa.filter(
    (one) =>
      one.slug === taxon &&
      one.part === part &&
      one.role === 'gather' &&
      pack.stops.some((stop) => stop.id === one.stop && stop.patch === patch)
  );
  const each = rows.flatMap(({ piecesEach }) => piecesEach ?? []);
  return each.length > 0 ? each.reduce((sum, pieces) => sum + pieces, 0) * pack.people.length : undefined;
};

export function takenRows(pack: Pack, day: FieldDay, library: Library): TakenRow[] {
  const nameOf = nameIn(library);
  return day.takings.map((one) => {
    const taxon = library.taxa.get(one.taxon);
    return {
      taxon: one.taxon,
      name: nameOf(one.taxon),
      part: one.part,
      patch: pack.patches.find(({ id }) => id === one.patch)?.name ?? '',
      patchId: one.patch,
      net: one.net,
      lifted: one.lifted,
      putBack: one.putBack,
      people: one.byPerson.size,
      personMinutes: one.personMinutes,
      pace: one.pace,
      planned: plannedOf(pack, one.patch, one.taxon, one.part),
      meantFor: taxon && useOfPart(taxon, one.part)?.kind,
      beyond: one.reasons
    };
  });
}

/** What one learner took, from their own basket alone: plant, part and net pieces. */
export const takenBy = (day: FieldDay, person: string): { taxon: string; part: string; pieces: number }[] =>
  day.takings.flatMap(({ taxon, part, byPerson }) => {
    const pieces = byPerson.get(person) ?? 0;
    return pieces > 0 ? [{ taxon, part, pieces }] : [];
  });

/** Plants that the group stood before, in the order of the plan, each once. */
export const metOn = (pack: Pack, day: FieldDay): string[] => [
  ...new Set(
    pack.taxa
      .filter(({ stop }) => day.stops.some(({ id, arrivedAt }) => id === stop && arrivedAt !== undefined))
      .map(({ slug }) => slug)
  )
];

export interface Asked {
  readonly person: string;
  readonly name: string;
  readonly tests: readonly WalkEventOf<'test'>[];
}

/** Who was asked on the living plant, and who of those who came was not. */
export function askedOn(day: FieldDay): { readonly asked: Asked[]; readonly notAsked: string[] } {
  const of = day.here.map(({ id, name }) => ({
    person: id,
    name,
    tests: day.tests.filter(({ person }) => person === id)
  }));
  return {
    asked: of.filter(({ tests }) => tests.length > 0),
    notAsked: of.filter(({ tests }) => tests.length === 0).map(({ name }) => name)
  };
}

/** Pairs on which somebody would have gathered the dangerous one: target~lookalike. */
export const dangerousOn = ({ tests }: Pick<FieldDay, 'tests'>): string[] => [
  ...new Set(
    tests.flatMap(({ taxon, lookalike, outcome }) =>
      outcome === 'would have gathered a dangerous one' && lookalike ? [`${taxon}~${lookalike}`] : []
    )
  )
];

/** What teaches how fast a part is picked: what was timed, all patches together. */
export function pickedOn({ takings }: Pick<FieldDay, 'takings'>) {
  const sums = new Map<string, { taxon: string; part: string; pieces: number; personMinutes: number }>();
  for (const { taxon, part, gathered, personMinutes } of takings) {
    if (personMinutes <= 0) continue;
    const key = takingKey({ taxon, part });
    const sum = sums.get(key) ?? { taxon, part, pieces: 0, personMinutes: 0 };
    sums.set(key, {
      ...sum,
      pieces: sum.pieces + gathered,
      personMinutes: sum.personMinutes + personMinutes
    });
  }
  return [...sums.values()];
}
