import { text } from '@sveltejs/kit';
import { z } from 'zod';
import { aboveSchools, isAnswering } from '$lib/server/database/database';
import { rowOf } from '$lib/server/database/rows';
import { sendsMail } from '$lib/server/mail';

/** The migrations of this version, by their files. */
const migrations = Object.keys(import.meta.glob('/db/migrations/*.sql', { query: '?raw' }))
  .map((file) => file.replace(/^.*\/|\.sql$/g, ''))
  .sort();

const State = z.object({ schema: z.string(), letterWaits: z.boolean() });

/** What keeps the application from doing its work, in words; undefined where nothing does. */
async function problem(): Promise<string | undefined> {
  if (!(await isAnswering())) return 'the database does not answer';
  const state = await rowOf(
    aboveSchools,
    State,
    `select (select name from schema_migration order by id desc limit 1) as schema,
            exists (select from mail where sent_at is null and failed_at is null and tries = 0
                       and next_at < now() - interval '10 minutes') as "letterWaits"`
  );
  if (state!.schema !== migrations.at(-1)) return `the database is of another version, ${state!.schema}`;
  if (sendsMail() && state!.letterWaits) return 'letters wait, and nobody sends them';
  return undefined;
}

/** Whether the application can do its work: its database answers, is of its version, and letters go. */
export const GET = async () => {
  const wrong = await problem().catch(() => 'the database does not answer');
  return wrong ? text(wrong, { status: 503 }) : text('ready');
};
