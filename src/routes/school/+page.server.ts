import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { type GroundKind, bufferOf, contaminantKinds } from '$core/ground';
import { EmergencyNumber, levels } from '$core/walk';
import { inSchoolOf, leading } from '$lib/server/guard';
import { readSettings, saveSettings, setDemoDate } from '$lib/server/schools';
import type { Actions, PageServerLoad } from './$types';

/** Emergency numbers are written one a line: label, colon, number. */
const Numbers = z.string().transform((text, context) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line, i) => {
      const [, label, number] = /^(.*?):\s*(.*)$/.exec(line) ?? [];
      const parsed = EmergencyNumber.safeParse({ label, number });
      if (parsed.success) return parsed.data;
      context.addIssue(`Line ${i + 1}, “${line}”, should read like “Emergency call: 112”.`);
      return z.NEVER;
    })
);

/** Metres to keep from what contaminates, one a line: kind, colon, metres. */
const BufferLines = z.string().transform((text, context) => {
  const buffers: Partial<Record<GroundKind, number>> = {};
  const lines = text.split('\n').map((line) => line.trim());
  for (const [i, line] of lines.entries()) {
    if (line === '') continue;
    const [, kind, metres] = /^(.*?):\s*([0-9.]+)\s*m?$/.exec(line) ?? [];
    const known = contaminantKinds.find((one) => one === kind?.trim().toLowerCase());
    const distance = Number(metres);
    if (known && distance <= 5000) buffers[known] = distance;
    else
      context.addIssue(
        `Line ${i + 1}, “${line}”, should read like “main road: 50”. Known are ${contaminantKinds.join(', ')}; 5,000 m is the most.`
      );
  }
  return buffers;
});

const Form = z.object({
  name: z.string().trim().min(1, 'Name the school.').max(120),
  numbers: z.string().max(2000),
  scentCounts: z.boolean().default(false),
  cautiousFamiliesFrom: z.enum(levels),
  buffers: z.string().max(2000)
});

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(leading(locals), async (db) => {
    const settings = await readSettings(db);
    const numbers = settings.emergencyNumbers.map(({ label, number }) => `${label}: ${number}`).join('\n');
    const buffers = contaminantKinds
      .map((kind) => `${kind}: ${bufferOf(kind, settings.policy.buffers ?? {})}`)
      .join('\n');
    return {
      form: await superValidate({ name: settings.name, numbers, ...settings.policy, buffers }, zod4(Form)),
      demoDate: settings.demoDate
    };
  });

export const actions: Actions = {
  save: async ({ request, locals }) => {
    const viewer = leading(locals);
    const form = await superValidate(request, zod4(Form));
    const numbers = Numbers.safeParse(form.data.numbers);
    if (!numbers.success) form.errors.numbers = numbers.error.issues.map((issue) => issue.message);
    const buffers = BufferLines.safeParse(form.data.buffers);
    if (!buffers.success) form.errors.buffers = buffers.error.issues.map((issue) => issue.message);
    if (!form.valid || !numbers.success || !buffers.success) return fail(400, { form });
    const { name, scentCounts, cautiousFamiliesFrom } = form.data;
    await inSchoolOf(viewer, (db) =>
      saveSettings(db, {
        name,
        emergencyNumbers: numbers.data,
        policy: { scentCounts, cautiousFamiliesFrom, buffers: buffers.data }
      })
    );
    return message(form, 'Saved. Plans follow at once; published briefs stay as they are.');
  },
  moveDate: async ({ request, locals }) => {
    const viewer = leading(locals);
    const parsed = z
      .union([z.iso.date(), z.literal('')])
      .safeParse((await request.formData()).get('demoDate'));
    if (!parsed.success) return fail(400, { problem: 'This is no date.' });
    await inSchoolOf(viewer, (db) => setDemoDate(db, parsed.data || undefined));
    const back = request.headers.get('referer');
    redirect(303, back && URL.canParse(back) ? new URL(back).pathname : '/today');
  }
};
