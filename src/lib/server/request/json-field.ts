/** JSON that a form sends in a field; undefined where it is none. */
export function jsonIn(form: FormData, name: string): unknown {
  try {
    return JSON.parse(String(form.get(name) ?? ''));
  } catch {
    return undefined;
  }
}
