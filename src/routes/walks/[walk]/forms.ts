import { z } from 'zod';
import { Activity, RichText, activityKinds, handlings, roles } from '$core/walk';

/** What the forms of a plan send. */

export const Minutes = z.coerce
  .number('Enter whole minutes.')
  .int('Enter whole minutes.')
  .min(1, 'At least a minute.')
  .max(480, 'At most eight hours.');

export const StopForm = z.object({
  name: z.string().trim().max(120).default(''),
  patchId: z.union([z.uuid(), z.literal('')]).default(''),
  longitude: z.number().min(-180).max(180).optional(),
  latitude: z.number().min(-90).max(90).optional(),
  minutes: z.number().int().min(1, 'At least a minute.').max(480, 'At most eight hours.').default(15),
  points: z.string().max(2000).default(''),
  activity: z.union([z.enum(activityKinds), z.literal('')]).default(''),
  isOnShore: z.boolean().default(false)
});

const pieces = z.number().int().min(1, 'At least one.').max(1000, 'At most 1,000.').optional();
export const TaxonForm = z.object({
  stopId: z.uuid(),
  taxon: z.string().min(1),
  role: z.enum(roles),
  part: z.string().max(60).default(''),
  portion: z.string().max(60).default(''),
  piecesEach: pieces,
  specimens: z.number().int().min(1, 'At least one.').max(200, 'At most 200.').optional(),
  handling: z.enum(handlings).default('open'),
  reason: z.string().trim().max(300).default('')
});

const optionalNumber = (schema: z.ZodNumber) =>
  z
    .union([z.literal('').transform(() => undefined), z.coerce.number().pipe(schema)])
    .optional()
    .transform((value) => value ?? null);

export const StopChange = z.object({
  id: z.uuid(),
  name: z.string().trim().min(1, 'Name the stop.').max(120, 'At most 120 letters.'),
  minutes: Minutes,
  talkingPoints: z
    .string()
    .transform((text, context) => {
      try {
        return JSON.parse(text) as unknown;
      } catch {
        context.addIssue('The talking points could not be read.');
        return z.NEVER;
      }
    })
    .pipe(RichText),
  isOnShore: z.literal('on').optional(),
  activity: z.union([z.enum(activityKinds), z.literal('')]).default(''),
  materials: Activity.shape.materials,
  allergens: Activity.shape.allergens,
  fire: z.literal('on').optional(),
  blades: z.literal('on').optional()
});

export const TaxonChange = z.object({
  id: z.uuid('No such plant of this plan.'),
  role: z.enum(roles),
  part: z.string().trim().max(60).optional(),
  portion: z.string().trim().max(60, 'At most 60 letters for the portion.').optional(),
  piecesEach: optionalNumber(z.number('How many pieces each?').int().min(1, 'At least one piece.').max(1000)),
  specimens: optionalNumber(z.number('How many specimens?').int().min(1, 'At least one specimen.').max(200)),
  handling: z.enum(handlings).optional(),
  reason: z.string().trim().max(300).optional()
});

export const Remark = z.object({
  target: z.string().min(1),
  lookalike: z.string().min(1),
  words: z.string().trim().max(300, 'At most 300 letters.')
});

export const LiftForm = z.object({
  key: z.string().min(1),
  reason: z.string().trim().min(10, 'Write down the reason, in a sentence.').max(600)
});
export const BackForm = z.object({
  id: z.uuid('No such lift.'),
  reason: z.string().trim().max(600).default('')
});
