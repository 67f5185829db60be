import { z } from 'zod';
import { EmergencyNumber, Policy, placesForLearners } from '$core/walk';
import { maybe, rowOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

const SchoolSettings = z.object({
  name: z.string(),
  timeZone: z.string(),
  demoDate: maybe(z.string()),
  emergencyNumbers: z.array(EmergencyNumber),
  policy: Policy,
  insuranceUntil: maybe(z.string()),
  /** How long health notes are kept after a walk. */
  healthDays: z.number(),
  /** How long it is kept who tasted what on a walk, and the words of an incident. */
  tastingDays: z.number(),
  incidentDays: z.number(),
  /** After how many months a sign-off lapses. */
  signOffMonths: z.number(),
  /** How well learners may know where plants stand; rare ones they never do. */
  learnersSeePlaces: z.enum(placesForLearners),
  /** Who must have a second factor to sign in: nobody, or who owns the school and who instructs. */
  secondFactor: z.enum(['free', 'teachers'])
});
export type SchoolSettings = Readonly<z.infer<typeof SchoolSettings>>;

export async function readSettings(db: SchoolDb): Promise<SchoolSettings> {
  const settings = await rowOf(
    db,
    SchoolSettings,
    `select name, time_zone as "timeZone", demo_date as "demoDate", emergency_numbers as "emergencyNumbers", policy,
            insurance_until as "insuranceUntil", health_days as "healthDays", tasting_days as "tastingDays",
            incident_days as "incidentDays", sign_off_months as "signOffMonths",
            learners_see_places as "learnersSeePlaces", second_factor as "secondFactor"
       from school`
  );
  return settings!;
}

/** The settings as they hold at a site: its own emergency call comes first, where it has one. */
export const settingsAt = (
  { emergencyCall }: { readonly emergencyCall: string },
  settings: SchoolSettings
): SchoolSettings =>
  emergencyCall
    ? {
        ...settings,
        emergencyNumbers: [
          { label: 'Emergency call here', number: emergencyCall },
          ...settings.emergencyNumbers.filter(({ number }) => number !== emergencyCall)
        ]
      }
    : settings;

export async function saveSettings(
  db: SchoolDb,
  settings: Omit<SchoolSettings, 'timeZone' | 'demoDate' | 'secondFactor'>
): Promise<void> {
  await db.query(
    'update school set name = $1, emergency_numbers = $2, policy = $3, insurance_until = $4, health_days = $5, sign_off_months = $6, learners_see_places = $7, tasting_days = $8, incident_days = $9',
    [
      settings.name,
      JSON.stringify(settings.emergencyNumbers),
      settings.policy,
      settings.insuranceUntil ?? null,
      settings.healthDays,
      settings.signOffMonths,
      settings.learnersSeePlaces,
      settings.tastingDays,
      settings.incidentDays
    ]
  );
}

/** Whether who teaches must have a second factor. */
export async function wantFactor(db: SchoolDb, of: SchoolSettings['secondFactor']): Promise<void> {
  await db.query('update school set second_factor = $1', [of]);
}

/** Moves the school's own clock. @param isoDate undefined follows the wall clock */
export async function setDemoDate(db: SchoolDb, isoDate: string | undefined): Promise<void> {
  await db.query('update school set demo_date = $1', [isoDate ?? null]);
}
