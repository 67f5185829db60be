import { cleanText } from '$core/text';

const cleanForm = (form: FormData): FormData => {
  const clean = new FormData();
  for (const [key, value] of form)
    clean.append(cleanText(key), typeof value === 'string' ? cleanText(value) : value);
  return clean;
};

/** Whatever a route reads of a request as text comes without signs that belong in none: no form has to think of it. */
export function cleanRequest(request: Request): void {
  const readForm = request.formData.bind(request);
  const readText = request.text.bind(request);
  request.formData = async () => cleanForm(await readForm());
  request.json = async () =>
    JSON.parse(await readText(), (_, value: unknown) =>
      typeof value === 'string' ? cleanText(value) : value
    );
}
