import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import { codeOf } from '$core/words';
import { aboveSchools } from '../database/database';
import { rowOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** Codes by which a phone finds a round with a group, before anybody knows of which school it is. */

/** Signs of a code, with its check. */
export const codeLength = 5;
/** Hours for which a code leads to its round. */
const codeHours = 24;
/** That so many codes in a row are taken does not happen. */
const mostTries = 20;

/** Takes a code that no other round has. */
export async function takeCode(db: SchoolDb, roundId: string): Promise<string> {
  for (let tries = 0; tries < mostTries; tries += 1) {
    const code = codeOf(randomBytes(codeLength - 1));
    const { rowCount } = await db.query(
      `insert into group_code (code, school_id, round_id, until)
       values ($1, $2, $3, now() + make_interval(hours => $4)) on conflict do nothing`,
      [code, db.schoolId, roundId, codeHours]
    );
    if (rowCount === 1) return code;
  }
  throw new Error('No code is free.');
}

/** The school and the round behind a code, while it stands. */
export const roundBehind = (code: string): Promise<{ schoolId: string; roundId: string } | undefined> =>
  rowOf(
    aboveSchools,
    z.object({ schoolId: z.string(), roundId: z.string() }),
    'select school_id as "schoolId", round_id as "roundId" from group_code where code = $1 and until > now()',
    [code]
  );

export const sweepCodes = async (): Promise<void> => {
  await aboveSchools.query('delete from group_code where until < now()');
};
