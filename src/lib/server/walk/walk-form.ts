import { longDate } from '$core/words';
import { z } from 'zod';
import { paceRules } from '$core/route';
import { levels, walkKinds } from '$core/walk';
import { inSchoolOf } from '../request/guard';
import { listCohorts, listPeople } from '../school/people';
import type { Viewer } from '../accounts';
import { listSites } from '../ground/sites';

const clock = /^([01]\d|2[0-3]):[0-5]\d$/;

/** When, where and for whom a walk is: shared by planning a new one and moving one. */
export const WalkDay = z.object({
  kind: z.enum(walkKinds).default('walk'),
  name: z.string().trim().min(1, 'Name the walk.').max(120),
  heldOn: z.iso.date('Enter a date.'),
  startsAt: z.string().regex(clock, 'Enter a time like 10:15.').default('10:00'),
  venue: z.string().trim().max(200, 'At most 200 letters.').default(''),
  cohortId: z
    .union([z.uuid(), z.literal('')])
    .transform((id) => id || undefined)
    .optional()
});

const minutes = (most: number) =>
  z
    .number('Enter whole minutes.')
    .int('Enter whole minutes.')
    .min(0, 'Not less than none.')
    .max(most, `At most ${most}.`);

/** What takes time on a walk. */
export const WalkTimes = z.object({
  dueAt: z
    .union([z.string().regex(clock, 'Enter a time like 13:30.'), z.literal('')])
    .transform((time) => time || undefined)
    .optional(),
  level: z
    .union([z.enum(levels), z.literal('')])
    .transform((level) => level || undefined)
    .optional(),
  paceRule: z.enum(paceRules).default('Naismith'),
  paceFactor: z.number().min(1, 'From 1, a brisk walker.').max(6, 'At most 6.').optional(),
  briefingMinutes: minutes(120).default(10),
  headCountMinutes: minutes(30).default(2),
  basketMinutes: minutes(120).default(10),
  reserveMinutes: minutes(240).default(15)
});

/** A date before the school's today, as a message; a past walk cannot be planned. */
export const pastProblem = (heldOn: string, today: string): string | undefined =>
  heldOn < today ? `This day is past: today is ${longDate(today)}. Choose today or later.` : undefined;

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
