import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type PictureTest, isKept, testPicture } from '$core/lesson';
import { type Library, type LibraryTaxon, Stage } from '$core/knowledge';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** Pictures in words by which a school keeps its plants in mind, held against the library each time they are shown. */

const PictureStates = z
  .array(z.object({ character: z.string(), state: z.string() }))
  .min(1, 'Say which described states the picture rests on.')
  .max(4, 'At most four states: what is longer is no picture.');

export const NewPicture = z.object({
  words: z.string().trim().min(3, 'Write the picture.').max(200, 'At most 200 letters.'),
  stage: Stage,
  states: PictureStates
});

const MemoryPicture = NewPicture.extend({ id: z.string(), taxon: z.string() });

export interface TestedPicture extends z.infer<typeof MemoryPicture> {
  readonly test: PictureTest;
  readonly isKept: boolean;
}

export async function picturesOf(
  db: SchoolDb,
  library: Library,
  taxon: LibraryTaxon
): Promise<TestedPicture[]> {
  const pictures = await rowsOf(
    db,
    MemoryPicture,
    'select id, taxon, stage, words, states from memory_picture where taxon = $1 order by effective_at, id',
    [taxon.slug]
  );
  return pictures.flatMap((picture) => {
    const stage = taxon.stages.get(picture.stage);
    if (!stage) return [];
    const test = testPicture(library, taxon, stage, picture.states);
    return [{ ...picture, test, isKept: isKept(test) }];
  });
}

export async function addPicture(
  db: SchoolDb,
  viewer: Viewer,
  taxon: string,
  picture: z.infer<typeof NewPicture>
): Promise<void> {
  await insert(db, 'memory_picture', {
    id: uuid(),
    taxon,
    ...picture,
    states: JSON.stringify(picture.states),
    madeBy: viewer.personId,
    effectiveAt: db.now
  });
}

/** @returns whether there was such a picture */
export async function removePicture(db: SchoolDb, taxon: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from memory_picture where id = $1 and taxon = $2', [id, taxon]);
  return rowCount === 1;
}
