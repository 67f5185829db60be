import type { Library, StageDescription } from '$core/knowledge';
import {
  type Member,
  type PairSpecification,
  type Specification,
  isOnPair,
  looksOnPhotograph,
  members,
  plantsOf,
  tellingShown
} from '$core/learning';
import { seedOf } from '$core/random';
import { libraryOf } from '../library';
import { type Photograph, photographsOf } from '../photographs';
import type { SchoolDb } from '../school';

/** One question in three is asked on a photograph, where the school has some of both plants. */
const oneIn = 3;

type OnOnePlant = Extract<PairSpecification, { specimen: Member }>;

/** What a choice of photographs must not betray: the looks that each allows are the same on both plants. */
const looksOf = (library: Library, photograph: Photograph) =>
  looksOnPhotograph(library, photograph).join(' ');

/**
 * Some questions are asked on photographs: only where the school has such of both plants at their stages, with
 * marks on what tells the two apart. That a photograph is shown therefore says nothing of what is on it.
 */
export async function withPhotographs(
  db: SchoolDb,
  questions: readonly Specification[]
): Promise<Specification[]> {
  const library = await libraryOf(db);
  const all = await photographsOf(db, [...new Set(questions.flatMap(taxaOf))]);
  return questions.map((question) => {
    if (seedOf(`photograph ${question.seed}`) % oneIn > 0) return question;
    if (
      question.drill === 'which part tells' ||
      (question.drill === 'names and terms' && question.asks !== 'term')
    ) {
      const fit = all.filter((photo) => isOf(photo, question) && showsFor(photo, question));
      return fit.length > 0 ? { ...question, photograph: fit[question.seed % fit.length]!.id } : question;
    }
    if (!('specimen' in question)) return question;
    if (question.drill === 'side by side' && (question.partial || question.inGrass)) return question;
    const mine = usableFor(library, question, all);
    return mine.length > 0 ? { ...question, photograph: mine[question.seed % mine.length]!.id } : question;
  });
}

/** The taxa of which a photograph could be shown. */
const taxaOf = (question: Specification): string[] =>
  isOnPair(question) ? [question.target, question.lookalike] : 'taxon' in question ? [question.taxon] : [];

const isOf = (photo: Photograph, { taxon, stage }: { taxon: string; stage: string }) =>
  photo.taxon === taxon && photo.stage === stage;

/** Where a part is to be pointed at, it must be marked; a name is asked on any picture. */
const showsFor = ({ marks }: Photograph, question: Specification): boolean =>
  question.drill !== 'which part tells' || marks.some(({ character }) => character === question.character);

function usableFor(library: Library, question: OnOnePlant, all: readonly Photograph[]): Photograph[] {
  const plants = plantsOf(library, question);
  if (!plants) return [];
  const tells = ({ marks }: Photograph) =>
    tellingShown(library, plants, new Set(marks.map(({ character }) => character))).length > 0;
  const of = (member: Member) => {
    const stage: StageDescription['stage'] = question[`${member}Stage`];
    return all.filter((photo) => photo.taxon === question[member] && photo.stage === stage && tells(photo));
  };
  const [targets, lookalikes] = members.map(of) as [Photograph[], Photograph[]];
  const own = question.specimen === 'target' ? targets : lookalikes;
  const other = question.specimen === 'target' ? lookalikes : targets;
  return question.drill === 'side by side'
    ? other.length > 0
      ? own
      : []
    : own.filter((photo) => other.some((one) => looksOf(library, one) === looksOf(library, photo)));
}
