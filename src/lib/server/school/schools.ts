import { z } from 'zod';
import { EmergencyNumber, type PlacesForLearners, Policy } from '$core/walk';
import type { SchoolDb } from '../database/school';

export interface SchoolSettings {
  readonly name: string;
  readonly timeZone: string;
  readonly demoDate: string | undefined;
  readonly emergencyNumbers: EmergencyNumber[];
  readonly policy: Policy;
  readonly insuranceUntil: string | undefined;
  /** How long health notes are kept after a walk. */
  readonly healthDays: number;
  /** After how many months a sign-off lapses. */
  readonly signOffMonths: number;
  /** How well learners may know where plants stand; rare ones they never do. */
  readonly learnersSeePlaces: PlacesForLearners;
}

export async function readSettings(db: SchoolDb): Promise<SchoolSettings> {
  const { rows } = await db.query(
    'select name, time_zone, demo_date, emergency_numbers, policy, insurance_until, health_days, sign_off_months, learners_see_places from school'
  );
  const row = rows[0]!;
  return {
    name: row.name,
    timeZone: row.time_zone,
    demoDate: row.demo_date ?? undefined,
    emergencyNumbers: z.array(EmergencyNumber).parse(row.emergency_numbers),
    policy: Policy.parse(row.policy),
    insuranceUntil: row.insurance_until ?? undefined,
    healthDays: row.health_days,
    signOffMonths: row.sign_off_months,
    learnersSeePlaces: row.learners_see_places
  };
}

export async function saveSettings(
  db: SchoolDb,
  settings: Omit<SchoolSettings, 'timeZone' | 'demoDate'>
): Promise<void> {
  await db.query(
    'update school set name = $1, emergency_numbers = $2, policy = $3, insurance_until = $4, health_days = $5, sign_off_months = $6, learners_see_places = $7',
    [
      settings.name,
      JSON.stringify(settings.emergencyNumbers),
      settings.policy,
      settings.insuranceUntil ?? null,
      settings.healthDays,
      settings.signOffMonths,
      settings.learnersSeePlaces
    ]
  );
}

/** Moves the school's own clock. @param isoDate undefined follows the wall clock */
export async function setDemoDate(db: SchoolDb, isoDate: string | undefined): Promise<void> {
  await db.query('update school set demo_date = $1', [isoDate ?? null]);
}
