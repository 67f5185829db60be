import type { SubmitFunction } from '@sveltejs/kit';
import { superForm as superFormOf } from 'sveltekit-superforms';
import { enhance as enhanceOf } from '$app/forms';

/**
 * Forms that are sent with script. A refusal that is none of what was typed (the database away, too large, signed out,
 * no network) is said on top of the page, and the form stays as it is, to be sent once more.
 */

let told = $state<string>();

export const refusal = {
  get words(): string | undefined {
    return told;
  },
  forget: (): void => void (told = undefined)
};

/** @param error as the server says it; or what the browser says of a server that it does not reach */
export function inWords(error: unknown): string {
  if (error instanceof Error || typeof error !== 'object' || error === null || !('message' in error))
    return 'The server was not reached, and nothing was stored. What you typed still stands here: send it again.';
  const number = 'number' in error && error.number ? ` (Number ${String(error.number)}.)` : '';
  return `${String(error.message)} What you typed still stands here.${number}`;
}

/** In place of the action of `$app/forms`. */
export const enhance = (form: HTMLFormElement, submit?: SubmitFunction) =>
  enhanceOf(form, async (input) => {
    refusal.forget();
    const then = await submit?.(input);
    return async (outcome) => {
      const { result } = outcome;
      if (result.type === 'error') told = inWords(result.error);
      const shown = result.type === 'error' ? { ...outcome, update: async () => undefined } : outcome;
      await (then ? then(shown) : shown.update());
    };
  });

/** In place of the function of `sveltekit-superforms`. */
export const superForm: typeof superFormOf = (form, options) =>
  superFormOf(form, {
    ...options,
    onSubmit: refusal.forget,
    onError: ({ result }) => void (told = inWords(result.error))
  });
