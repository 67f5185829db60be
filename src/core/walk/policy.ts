import { z } from 'zod';
import { groundKinds } from '../ground';

export const levels = ['beginner', 'improver', 'experienced'] as const;
export type Level = (typeof levels)[number];

export const roles = ['gather', 'show', 'danger', 'leave out'] as const;
export type Role = (typeof roles)[number];

/** Where practitioners disagree, a school chooses; an empty object is the cautious default. */
export const Policy = z.object({
  /** Scent may be the second character beside one that is seen. Alone it never counts. */
  scentCounts: z.boolean().default(true),
  /** Plants of cautious families are gathered from this level on. */
  cautiousFamiliesFrom: z.enum(levels).default('experienced'),
  /** Metres to keep from what contaminates, where they are not the usual ones. */
  buffers: z.partialRecord(z.enum(groundKinds), z.number().min(0).max(5000)).optional()
});
export type Policy = z.infer<typeof Policy>;

export const EmergencyNumber = z.object({
  label: z.string().trim().min(1).max(60),
  number: z
    .string()
    .trim()
    .regex(/^\+?[0-9 ()-]{2,24}$/, 'is not a telephone number')
});
export type EmergencyNumber = z.infer<typeof EmergencyNumber>;
