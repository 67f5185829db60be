import { text } from '@sveltejs/kit';

/** Answers when the process is alive, whatever the database does. */
export const GET = () => text('ok');
