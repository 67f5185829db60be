import { kitchenHabits } from '../making';
import { z } from 'zod';
import { groundKinds } from '../ground';

export const levels = ['beginner', 'improver', 'experienced'] as const;
export type Level = (typeof levels)[number];

export const roles = ['gather', 'show', 'danger', 'leave out'] as const;
export type Role = (typeof roles)[number];

/** How dangerous specimens come into teaching. */
export const specimenPolicies = [
  'shown in place; bagged for a class',
  'shown in place only',
  'gloved, bagged and labelled'
] as const;

export const childrenTaste = ['not at all', 'with written consent, after the piece check'] as const;

export const adultsTaste = ['after the piece check', 'not in the field'] as const;

/** Whether a plant is lifted to show what lies in the ground. */
export const liftings = ['one plant, where digging is allowed', 'nothing is lifted'] as const;

/** How traditional remedies are told: history in any case, never advice. */
export const remedies = ['as history', 'not at all'] as const;

/** Whether those who learn say what is up at the patches of their walks. */
export const learnersScouts = ['not at all', 'at the patches of their walks'] as const;

/** In which order a plant is met on a walk. */
export const nameOrders = ['what is seen, then the name', 'the name, then what is seen'] as const;

/** Where practitioners disagree, a school chooses; an empty object is the cautious default. */
export const Policy = z.object({
  /** Scent may be the second character beside one that is seen. Alone it never counts. */
  scentCounts: z.boolean().default(true),
  /** Plants of cautious families are gathered from this level on. */
  cautiousFamiliesFrom: z.enum(levels).default('experienced'),
  /** Metres to keep from what contaminates, where they are not the usual ones. */
  buffers: z.partialRecord(z.enum(groundKinds), z.number().min(0).max(5000)).optional(),
  dangerousSpecimens: z.enum(specimenPolicies).default(specimenPolicies[0]),
  childrenTaste: z.enum(childrenTaste).default(childrenTaste[0]),
  adultsTaste: z.enum(adultsTaste).default(adultsTaste[0]),
  lifting: z.enum(liftings).default(liftings[0]),
  remedies: z.enum(remedies).default(remedies[0]),
  learnersScout: z.enum(learnersScouts).default(learnersScouts[0]),
  kitchenHabit: z.enum(kitchenHabits).default(kitchenHabits[0]),
  nameOrder: z.enum(nameOrders).default(nameOrders[0]),
  /** Leaders may take health notes that touch a walk along on their phones, locked. */
  healthOnPhones: z.boolean().default(true),
  /** Learners whom one leader takes along, and fewer where some are under 18 (common practice, no source). */
  learnersPerLeader: z
    .object({
      adults: z.number().int().min(1).max(40).default(10),
      withChildren: z.number().int().min(1).max(40).default(6)
    })
    .default({ adults: 10, withChildren: 6 })
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
