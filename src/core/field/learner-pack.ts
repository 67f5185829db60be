import { z } from 'zod';
import { EmergencyNumber } from '../walk';
import { PackBrief, stageChances } from './pack';

/** What a learner's phone takes along: the brief as learners get it, what was asked of them, and the library. */

/** To be found and looked at again at home; never to be eaten. */
export const HomeTask = z.object({
  id: z.uuid(),
  walk: z.string(),
  taxa: z.array(z.object({ slug: z.string(), name: z.string(), beware: z.array(z.string()) })),
  until: z.iso.date(),
  bring: z.string()
});
export type HomeTask = z.infer<typeof HomeTask>;

export const LearnerPack = z.object({
  format: z.literal('for learners'),
  walk: z.object({
    id: z.string(),
    name: z.string(),
    isoDate: z.iso.date(),
    timeZone: z.string(),
    site: z.string()
  }),
  takenAt: z.iso.datetime(),
  takenBy: z.object({ id: z.string(), name: z.string() }),
  numbers: z.array(EmergencyNumber),
  scentCounts: z.boolean(),
  habitats: z.array(z.string()),
  mayBeUp: stageChances,
  brief: PackBrief.optional(),
  tasks: z.array(HomeTask),
  /** A document of the library, compiled on the phone. */
  library: z.unknown()
});
export type LearnerPack = z.infer<typeof LearnerPack>;
