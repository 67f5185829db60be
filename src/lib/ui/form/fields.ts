import { getContext, setContext } from 'svelte';
import type { SuperForm } from 'sveltekit-superforms';
import { get, type Readable, type Writable } from 'svelte/store';

/** What a form tells the fields within it. */
export interface Fields {
  readonly form: Writable<Record<string, unknown>>;
  readonly errors: Readable<Record<string, string[] | undefined>>;
  readonly message: Readable<unknown>;
}

const key = Symbol('fields');

export function setFields<Fields extends Record<string, unknown>, Message>(
  form: SuperForm<Fields, Message>
): SuperForm<Fields, Message> {
  setContext(key, form);
  return form;
}

/**
 * The form around a field; undefined where it stands by itself.
 * @throws where the form has no field of that name
 */
export function fieldsAround(name?: string): Fields | undefined {
  const fields = getContext<Fields | undefined>(key);
  if (fields && name !== undefined && !(name in get(fields.form)))
    throw new Error(`The form has no field '${name}'.`);
  return fields;
}
