import type { Member } from './accounts';
import { attachment } from './attachment';
import { dataOf } from './own-data';
import { closedRounds } from './quizzes';
import type { SchoolDb } from './school';
import type { Viewer } from './accounts';

/** Everything that is kept about a person, as a file of JSON. */
export async function dataFile(
  db: SchoolDb,
  viewer: Viewer,
  person: { readonly id: string; readonly name: string },
  member: Member | undefined
): Promise<Response> {
  const { person: row, kept } = await dataOf(
    db,
    person.id,
    await closedRounds(db, { ...viewer, personId: person.id, role: 'learner' })
  );
  const document = {
    about:
      'What Good Trail keeps about one person: their own row, and every row of other tables that names them.',
    school: viewer.school.name,
    takenOut: db.now.toISOString(),
    account: member ? { email: member.email } : null,
    person: row,
    kept
  };
  return attachment(
    JSON.stringify(document, null, 2),
    'application/json',
    `${person.name}, everything kept.json`
  );
}
