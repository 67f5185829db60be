import { text } from '@sveltejs/kit';
import { isAnswering } from '$lib/server/database/database';

/** Whether the application can do its work: its database answers. */
export const GET = async () =>
  (await isAnswering()) ? text('ready') : text('the database does not answer', { status: 503 });
