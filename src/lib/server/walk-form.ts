import { z } from 'zod';
import { inSchoolOf } from './guard';
import { listCohorts, listPeople } from './people';
import type { Viewer } from './sign-in';
import { listSites } from './sites';

/** When and for whom a walk is: shared by planning a new one and moving one. */
export const WalkDay = z.object({
  name: z.string().trim().min(1, 'Name the walk.').max(120),
  heldOn: z.iso.date('Enter a date.'),
  startsAt: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Enter a time like 10:15.')
    .default('10:00'),
  cohortId: z
    .union([z.uuid(), z.literal('')])
    .transform((id) => id || undefined)
    .optional()
});

/** A date before the school's today, as a message; a past walk cannot be planned. */
export const pastProblem = (heldOn: string, today: string): string | undefined =>
  heldOn < today ? `This day is past: today is ${today}. Choose today or later.` : undefined;

/** What the selects of the form offer. */
export const walkChoices = (viewer: Viewer) =>
  inSchoolOf(viewer, async (db) => ({
    sites: (await listSites(db)).map(({ id, name }) => ({ value: id, label: name })),
    cohorts: [
      { value: '', label: 'no group yet' },
      ...(await listCohorts(db)).map(({ id, name, level }) => ({ value: id, label: `${name} (${level})` }))
    ],
    leaders: (await listPeople(db))
      .filter(({ role }) => role === 'owner' || role === 'instructor')
      .map(({ id, name }) => ({ value: id, label: name }))
  }));
