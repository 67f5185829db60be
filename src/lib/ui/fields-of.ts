/** The filled fields of a form, as a query. */
export const fieldsOf = (form: HTMLFormElement): [string, string][] =>
  [...new FormData(form)].map(([name, value]) => [name, String(value)]);
