import { z } from 'zod';
import type { Viewer } from '../accounts';
import { maybe, rowOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { listIncidentEntries } from './incidents';

/** What those who led say of a walk for the next time. */

const words = (most: number) => z.string().trim().max(most, `At most ${most} letters.`).default('');

export const NewDebrief = z.object({
  otherwise: words(2000),
  missingKit: words(500),
  samples: words(300),
  samplesUntil: z.union([z.iso.date('This is no date.'), z.literal('')]).default(''),
  /** That the page showed; 0 where nobody had written one. */
  revision: z.coerce.number().int().min(0).default(0)
});

const Debrief = z.object({
  otherwise: z.string(),
  missingKit: z.string(),
  samples: z.string(),
  samplesUntil: maybe(z.string()),
  revision: z.number(),
  writtenBy: z.string()
});
export type Debrief = Readonly<z.infer<typeof Debrief>>;

export const readDebrief = (db: SchoolDb, walkId: string): Promise<Debrief | undefined> =>
  rowOf(
    db,
    Debrief,
    `select otherwise, missing_kit as "missingKit", samples, to_char(samples_until, 'YYYY-MM-DD') as "samplesUntil",
            revision, person.name as "writtenBy"
       from debrief join person on person.school_id = debrief.school_id and person.id = written_by
      where walk_id = $1`,
    [walkId]
  );

/** @returns false where somebody else has written since the page was shown */
export async function saveDebrief(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  { otherwise, missingKit, samples, samplesUntil, revision }: z.output<typeof NewDebrief>
): Promise<boolean> {
  const fields = [
    db.schoolId,
    walkId,
    otherwise,
    missingKit,
    samples,
    samplesUntil || null,
    viewer.personId,
    db.now
  ];
  const { rowCount } = await db.query(
    revision === 0
      ? `insert into debrief (school_id, walk_id, otherwise, missing_kit, samples, samples_until, written_by, written_at)
         values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict do nothing`
      : `update debrief set otherwise = $3, missing_kit = $4, samples = $5, samples_until = $6, written_by = $7,
                written_at = $8, revision = revision + 1
          where school_id = $1 and walk_id = $2 and revision = $9`,
    revision === 0 ? fields : [...fields, revision]
  );
  return rowCount === 1;
}

/** What a copy of a walk takes along: what its leaders said, and what followed from its incidents. */
export async function lastTime(
  db: SchoolDb,
  walkId: string
): Promise<
  (Pick<Debrief, 'otherwise' | 'missingKit'> & { readonly incidents: readonly string[] }) | undefined
> {
  const debrief = await readDebrief(db, walkId);
  const incidents = (await listIncidentEntries(db, walkId)).map(({ words }) => words);
  if (!debrief?.otherwise && !debrief?.missingKit && incidents.length === 0) return undefined;
  return { otherwise: debrief?.otherwise ?? '', missingKit: debrief?.missingKit ?? '', incidents };
}
