import { type RequestEvent, fail } from '@sveltejs/kit';
import { type SuperValidated, superValidate } from 'sveltekit-superforms';
import { type ZodValidationSchema, zod4 } from 'sveltekit-superforms/adapters';
import type { z } from 'zod';
import type { Viewer } from '../accounts';
import { idFrom } from './guard';

/** The actions of pages, all in one order: who may, what was sent, then the work. */

type May = (locals: App.Locals) => Viewer;

/** What an action was sent, by somebody who may. */
interface Sent {
  readonly event: RequestEvent;
  readonly viewer: Viewer;
  /** As it came. */
  readonly form: FormData;
}

/** What is wrong with some fields, in sentences. */
export const problemsOf = (error: z.ZodError): string => error.issues.map(({ message }) => message).join(' ');

/**
 * An action on a few fields, each sent once.
 * @param lead what is said before what is wrong with them
 */
export const fieldsAction =
  <Schema extends z.ZodType, Result>(
    may: May,
    schema: Schema,
    work: (fields: z.output<Schema>, sent: Sent) => Result,
    lead = ''
  ) =>
  async (event: RequestEvent) => {
    const viewer = may(event.locals);
    const form = await event.request.formData();
    const fields = schema.safeParse(Object.fromEntries(form));
    return fields.success
      ? work(fields.data, { event, viewer, form })
      : fail(400, { problem: `${lead}${problemsOf(fields.error)}` });
  };

/** An action on one thing, by the id that a form sends. @param what it is, where it is not there */
export const idAction =
  <Result>(may: May, field: string, what: string, work: (id: string, sent: Sent) => Result) =>
  async (event: RequestEvent) => {
    const viewer = may(event.locals);
    const form = await event.request.formData();
    return work(idFrom(String(form.get(field)), what), { event, viewer, form });
  };

/**
 * An action on a form that stays filled, with what is wrong beside each field.
 * @param id of the form, where a page has several
 */
export const formAction =
  <Schema extends ZodValidationSchema, Result>(
    may: May,
    schema: Schema,
    id: string | undefined,
    work: (
      filled: SuperValidated<z.output<Schema> & Record<string, unknown>, string>,
      sent: Sent
    ) => Promise<Result>
  ) =>
  async (event: RequestEvent) => {
    const viewer = may(event.locals);
    const form = await event.request.formData();
    const filled = await superValidate(form, zod4(schema), id === undefined ? {} : { id });
    return filled.valid ? work(filled as never, { event, viewer, form }) : fail(400, { form: filled });
  };
