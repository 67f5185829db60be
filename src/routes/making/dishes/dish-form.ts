import { DishForm } from '$lib/server/making/dishes';
import { jsonIn } from '$lib/server/request/json-field';
import { problemsOf } from '$lib/server/request/actions';

/** A dish as its editor sends it, or what is wrong with it. */
export function dishIn(form: FormData): { readonly dish: DishForm } | { readonly problem: string } {
  const [parts, others] = [jsonIn(form, 'parts'), jsonIn(form, 'others')];
  if (!Array.isArray(parts) || !Array.isArray(others))
    return { problem: 'The dish did not arrive whole. Look at it again.' };
  const read = DishForm.safeParse({ name: form.get('name'), note: form.get('note') ?? '', parts, others });
  return read.success ? { dish: read.data } : { problem: problemsOf(read.error) };
}
