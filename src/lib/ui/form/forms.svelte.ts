import type { ActionResult, SubmitFunction } from '@sveltejs/kit';
import {
  type FormOptions,
  type SuperForm,
  type SuperValidated,
  superForm as superFormOf
} from 'sveltekit-superforms';
import { enhance as enhanceOf } from '$app/forms';
import { invalidateAll } from '$app/navigation';
import { tick } from 'svelte';

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

const isTyped = (one: Element): one is HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement =>
  one instanceof HTMLSelectElement ||
  one instanceof HTMLTextAreaElement ||
  (one instanceof HTMLInputElement && !['hidden', 'file', 'submit'].includes(one.type));

/** Where somebody else was first, the page shows what there is now, with what was typed still in the form. */
async function showAnew(result: ActionResult, form?: HTMLFormElement): Promise<void> {
  if (result.type !== 'failure' || result.status !== 409) return;
  const typed = [...(form?.elements ?? [])]
    .filter(isTyped)
    .map((field) => ({ field, value: field.value, checked: 'checked' in field && field.checked }));
  await invalidateAll();
  await tick();
  for (const { field, value, checked } of typed) {
    field.value = value;
    if ('checked' in field) field.checked = checked;
  }
}

/** In place of the action of `$app/forms`. */
export const enhance = (form: HTMLFormElement, submit?: SubmitFunction) =>
  enhanceOf(form, async (input) => {
    refusal.forget();
    const then = await submit?.(input);
    return async (outcome) => {
      const { result } = outcome;
      if (result.type === 'error') told = inWords(result.error);
      await showAnew(result, form);
      const shown = result.type === 'error' ? { ...outcome, update: async () => undefined } : outcome;
      await (then ? then(shown) : shown.update());
    };
  });

/**
 * In place of the function of `sveltekit-superforms`.
 * @param filled what the page was loaded with: later loads are taken over by the form itself
 */
export const superForm = <Fields extends Record<string, unknown>, Message>(
  filled: () => SuperValidated<Fields, Message>,
  options?: FormOptions<Fields, Message>
): SuperForm<Fields, Message> =>
  superFormOf(filled(), {
    ...options,
    onSubmit: refusal.forget,
    onResult: ({ result }) => showAnew(result),
    onError: ({ result }) => void (told = inWords(result.error))
  });
