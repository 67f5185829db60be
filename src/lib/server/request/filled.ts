import type { Filled } from '$core/knowledge';

/** What a form sends, as the core reads it. */
export const filledFrom = (form: FormData): Filled => ({
  text: (name) => String(form.get(name) ?? '').trim(),
  all: (name) => form.getAll(name).map(String),
  has: (name) => form.has(name)
});
