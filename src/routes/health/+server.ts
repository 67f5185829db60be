import { text } from '@sveltejs/kit';

/** Answers when the process serves. */
export const GET = () => text('ok');
