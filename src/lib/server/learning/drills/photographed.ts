import type { Library } from '$core/knowledge';
import {
  type Member,
  type PairSpecification,
  type PlantAt,
  type Specification,
  isOnPair,
  looksOnPhotograph,
  members,
  otherOf,
  plantsOf,
  tellingShown
} from '$core/learning';
import { seedOf } from '$core/random';
import { type Photograph, photographsOf } from '../../library/photographs';
import type { SchoolDb } from '../../database/school';

/** One question in three is asked on photographs, where the school has some of all plants in it. */
const oneIn = 3;
/** A photographed basket is filled from so many pictures of a plant, at most. */
const mostOfAPlant = 6;

type OnOnePlant = Extract<PairSpecification, { specimen: Member }>;

/** What a choice of photographs must not betray: the looks that each allows are the same on both plants. */
const looksOf = (library: Library, photograph: Photograph) =>
  looksOnPhotograph(library, photograph).join(' ');

/**
 * Some questions are asked on photographs: only where the school has such of all plants in them at their stages, of
 * pairs with marks on what tells the two apart. That photographs are shown therefore says nothing of what is on them.
 */
export async function withPhotographs(
  db: SchoolDb,
  library: Library,
  questions: readonly Specification[]
): Promise<Specification[]> {
  const all = await photographsOf(db, [...new Set(questions.flatMap(taxaOf))]);
  if (all.length === 0) return [...questions];
  return questions.map((question) =>
    seedOf(`photograph ${question.seed}`) % oneIn === 0 ? onPhotographs(library, question, all) : question
  );
}

/** The taxa of which a photograph could be shown. */
function taxaOf(question: Specification): string[] {
  if (isOnPair(question)) return [question.target, question.lookalike];
  switch (question.drill) {
    case 'tray':
      return [...question.shown, ...question.others].map(({ taxon }) => taxon);
    case 'season':
      return question.items.map(({ taxon }) => taxon);
    case 'from the path':
      return [question.hazard, ...question.others].map(({ taxon }) => taxon);
    case 'names and terms':
      return question.asks === 'term' ? [] : [question.taxon];
    default:
      return [question.taxon];
  }
}

const photographsAt = (all: readonly Photograph[], { taxon, stage }: PlantAt): Photograph[] =>
  all.filter((photo) => photo.taxon === taxon && photo.stage === stage);

/** One photograph of each plant by the seed; undefined where one of them has none. */
function oneOfEach(
  all: readonly Photograph[],
  plants: readonly PlantAt[],
  seed: number
): string[] | undefined {
  const found = plants.flatMap((plant, i) => {
    const own = photographsAt(all, plant);
    return own.length > 0 ? [own[(seed + i) % own.length]!.id] : [];
  });
  return found.length === plants.length ? found : undefined;
}

function onPhotographs(library: Library, question: Specification, all: readonly Photograph[]): Specification {
  const { seed } = question;
  switch (question.drill) {
    case 'side by side':
      if (question.partial || question.inGrass) return question;
      return withOne(question, usableFor(library, question, all), seed);
    case 'prove it':
      return withOne(question, usableFor(library, question, all), seed);
    case 'basket': {
      const [target, lookalike] = members.map((member) =>
        telling(library, question, member, all)
          .slice(0, mostOfAPlant)
          .map(({ id }) => id)
      );
      return target!.length > 0 && lookalike!.length > 0
        ? { ...question, photographs: { target: target!, lookalike: lookalike! } }
        : question;
    }
    case 'tray': {
      const own = [...question.shown, ...question.others].map((plant) =>
        photographsAt(all, plant)
          .slice(0, 2)
          .map(({ id }) => id)
      );
      return own.every((ids) => ids.length > 0) ? { ...question, photographs: own } : question;
    }
    case 'season':
      return withAll(question, oneOfEach(all, question.items, seed));
    case 'from the path':
      return withAll(question, oneOfEach(all, [question.hazard, ...question.others], seed));
    case 'which part tells':
      // Where a part is to be pointed at, it must be marked.
      return withOne(
        question,
        photographsAt(all, question).filter(({ marks }) =>
          marks.some(({ character }) => character === question.character)
        ),
        seed
      );
    case 'should we take it':
      return withOne(question, photographsAt(all, question), seed);
    case 'names and terms':
      return question.asks === 'term' ? question : withOne(question, photographsAt(all, question), seed);
  }
}

const withOne = <Question extends Specification>(
  question: Question,
  fit: readonly Photograph[],
  seed: number
): Question => (fit.length > 0 ? { ...question, photograph: fit[seed % fit.length]!.id } : question);

const withAll = <Question extends Specification>(
  question: Question,
  photographs: readonly string[] | undefined
): Question => (photographs ? { ...question, photographs } : question);

/** Photographs of one plant of a pair, with marks on what tells the two apart. */
function telling(
  library: Library,
  question: PairSpecification,
  member: Member,
  all: readonly Photograph[]
): Photograph[] {
  const plants = plantsOf(library, question);
  if (!plants) return [];
  return photographsAt(all, { taxon: question[member], stage: question[`${member}Stage`] }).filter(
    ({ marks }) => tellingShown(library, plants, new Set(marks.map(({ character }) => character))).length > 0
  );
}

function usableFor(library: Library, question: OnOnePlant, all: readonly Photograph[]): Photograph[] {
  const other = otherOf(question.specimen);
  const [mine, others] = [question.specimen, other].map((member) => telling(library, question, member, all));
  if (question.drill === 'side by side') return others!.length > 0 ? mine! : [];
  return mine!.filter((photo) => others!.some((one) => looksOf(library, one) === looksOf(library, photo)));
}
