/**
 * Signs that belong in no text: control characters, which neither PostgreSQL (NUL) nor XML 1.0 (§2.2 Char) takes, and
 * halves of surrogate pairs. Line breaks of word processors become spaces.
 */
/* eslint-disable no-control-regex */
const lineBreaks = /[\u000B\u000C]/g;
const unwanted = /[\u0000-\u0008\u000E-\u001F\u007F\uFFFE\uFFFF]/g;
/* eslint-enable no-control-regex */

export const cleanText = (text: string): string =>
  text.replaceAll(lineBreaks, ' ').replaceAll(unwanted, '').toWellFormed();

const cleanForm = (form: FormData): FormData => {
  const clean = new FormData();
  for (const [key, value] of form)
    clean.append(cleanText(key), typeof value === 'string' ? cleanText(value) : value);
  return clean;
};

/** Whatever a route reads of a request as text comes without such signs: no form has to think of it. */
export function cleanRequest(request: Request): void {
  const readForm = request.formData.bind(request);
  const readText = request.text.bind(request);
  request.formData = async () => cleanForm(await readForm());
  request.json = async () =>
    JSON.parse(await readText(), (_, value: unknown) =>
      typeof value === 'string' ? cleanText(value) : value
    );
}
