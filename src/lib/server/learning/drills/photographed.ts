import type { Library } from '$core/knowledge';
import { type Specification, onPhotographs, plantsIn } from '$core/learning';
import { photographsOf } from '../../library/photographs';
import type { SchoolDb } from '../../database/school';

/** Some questions are asked on the school's own photographs, where it has such of all plants in them. */
export async function withPhotographs(
  db: SchoolDb,
  library: Library,
  questions: readonly Specification[]
): Promise<Specification[]> {
  const taxa = questions.flatMap((question) => plantsIn(question).map(({ taxon }) => taxon));
  const album = await photographsOf(db, [...new Set(taxa)]);
  return questions.map((question) => onPhotographs(library, question, album));
}
