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
import { get } from 'svelte/store';

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

/** Most bytes of a file that a form takes, where its field does not say otherwise: `data-most` in megabytes. */
const usualMegabytes = 20;

/** A file that would be refused is not sent: what is wrong with it, in words. */
function tooLarge(sent: FormData, form: HTMLFormElement): string | undefined {
  for (const [name, file] of sent) {
    if (!(file instanceof File)) continue;
    const field = form.elements.namedItem(name);
    const most = Number((field instanceof HTMLElement && field.dataset['most']) || usualMegabytes);
    if (file.size > most * 1e6)
      return `${file.name} has ${Math.ceil(file.size / 1e6)} MB; ${most} MB is the most. It was not sent, and what you typed still stands here.`;
  }
  return undefined;
}

/** In place of the action of `$app/forms`. */
export const enhance = (form: HTMLFormElement, submit?: SubmitFunction) =>
  enhanceOf(form, async (input) => {
    refusal.forget();
    told = tooLarge(input.formData, form);
    if (told) {
      input.cancel();
      return undefined;
    }
    const then = await submit?.(input);
    return async (outcome) => {
      const { result } = outcome;
      if (result.type === 'error') told = inWords(result.error);
      await showAnew(result, form);
      const shown = result.type === 'error' ? { ...outcome, update: async () => undefined } : outcome;
      await (then ? then(shown) : shown.update());
    };
  });

/** What was typed into a form and not sent yet: it outlives what other forms of the page do. */
const typedInto = new WeakMap<object, (name: string) => void>();

/** Keeps what stands in a field of a form now, as typed by hand. */
export const rememberTyped = (form: object, name: string): void => typedInto.get(form)?.(name);

/**
 * In place of the function of `sveltekit-superforms`.
 * @param filled what the page was loaded with: later loads are taken over by the form itself, but for what was typed
 */
export function superForm<Fields extends Record<string, unknown>, Message>(
  filled: () => SuperValidated<Fields, Message>,
  options?: FormOptions<Fields, Message>
): SuperForm<Fields, Message> {
  let isSending = false;
  let typed: Partial<Fields> = {};
  const made = superFormOf(filled(), {
    ...options,
    onSubmit: (input) => {
      const large = tooLarge(input.formData, input.formElement);
      if (large) {
        told = large;
        input.cancel();
        return;
      }
      refusal.forget();
      isSending = true;
    },
    onResult: ({ result }) => showAnew(result),
    onUpdated: (event) => {
      isSending = false;
      if (event.form.valid) typed = {};
      options?.onUpdated?.(event);
    },
    onError: ({ result }) => {
      isSending = false;
      told = inWords(result.error);
    }
  });
  typedInto.set(made, (name) => {
    if (name in get(made.form)) typed = { ...typed, [name]: get(made.form)[name] };
  });
  // A page that was loaded anew forgets which fields were typed into: then they are filled again.
  made.tainted.subscribe((tainted) => {
    if (tainted !== undefined || isSending || Object.keys(typed).length === 0) return;
    void tick().then(() => made.form.update((fields) => ({ ...fields, ...typed })));
  });
  return made;
}
