import { DishForm } from '$lib/server/making/dishes';
import { problemsOf } from '$lib/server/request/actions';

/** JSON from a field; undefined where it is none. */
function listIn(form: FormData, name: string): unknown {
  try {
    return JSON.parse(String(form.get(name) ?? ''));
  } catch {
    return undefined;
  }
}

/** A dish as its editor sends it, or what is wrong with it. */
export function dishIn(form: FormData): { readonly dish: DishForm } | { readonly problem: string } {
  const [parts, others] = [listIn(form, 'parts'), listIn(form, 'others')];
  if (!Array.isArray(parts) || !Array.isArray(others))
    return { problem: 'The dish did not arrive whole. Look at it again.' };
  const read = DishForm.safeParse({ name: form.get('name'), note: form.get('note') ?? '', parts, others });
  return read.success ? { dish: read.data } : { problem: problemsOf(read.error) };
}
