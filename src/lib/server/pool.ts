import pg from 'pg';

/**
 * The one pool of this process. Import it nowhere but in `school.ts` and `sign-in.ts`: rows of a school are
 * reached through `withSchool` alone.
 */

// Dates stay the local dates that they are; instants become Date.
pg.types.setTypeParser(pg.types.builtins.DATE, (value) => value);
pg.types.setTypeParser(pg.types.builtins.TIME, (value) => value.slice(0, 5));

let current: pg.Pool | undefined;

export function pool(): pg.Pool {
  if (current) return current;
  const connectionString = process.env['DATABASE_URL'];
  if (!connectionString) throw new Error('DATABASE_URL is not set: start the application with ./start.');
  // On a server of the user's own the connection is theirs, and the session takes the application's role.
  const role = process.env['DATABASE_ROLE'];
  current = new pg.Pool({ connectionString, max: 10, ...(role ? { options: `-c role=${role}` } : {}) });
  current.on('error', (error) => console.error('database connection lost:', error.message));
  return current;
}

/** Refuses to serve with a role that row-level security does not bind. */
export async function assertBoundRole(): Promise<void> {
  const { rows } = await pool().query<{ free: boolean; name: string }>(
    'select rolsuper or rolbypassrls as free, rolname as name from pg_roles where rolname = current_user'
  );
  if (rows[0]?.free)
    throw new Error(
      `The database role ${rows[0].name} bypasses row-level security; Good Trail does not run with it.`
    );
}

export async function closePool(): Promise<void> {
  const closing = current;
  current = undefined;
  await closing?.end();
}
