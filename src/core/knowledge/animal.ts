import { z } from 'zod';
import { regionsAt } from './region';

/** An animal that harms on a walk in the region of a library, and what is done at once. A clinician decides. */

const text = z.string().trim().min(1);
const day = z.number().int().min(1).max(366);
const degrees = z.number().min(-180).max(180);

export const Animal = z.strictObject({
  slug: z.string().regex(/^[a-z][a-z0-9-]*$/, 'is not a slug (small letters, digits, hyphens)'),
  name: text,
  scientific: text.optional(),
  /** It is met in any of these; anywhere where none is named. */
  habitats: z.array(text),
  /** It is met below the tide line alone. */
  isOnShore: z.literal(true).optional(),
  /** First and last day of the year of each time at which it is met; one may cross the new year. */
  seasons: z.array(z.tuple([day, day])).min(1),
  /** West, south, east, north of where it lives, in degrees; in the whole region where nothing is said. */
  within: z.array(z.tuple([degrees, degrees, degrees, degrees])).optional(),
  /** How to keep from harm. */
  avoid: text,
  /** What is done at once, one sentence or two a line. */
  firstAid: z.array(text).min(1),
  /** 1–5 each, the consequence/likelihood matrix of ISO 31010. */
  consequence: z.number().int().min(1).max(5),
  likelihood: z.number().int().min(1).max(5),
  /** What to pack for it. */
  kit: z
    .array(
      z.strictObject({
        key: text,
        label: text,
        carriedBy: z.enum(['leaders', 'everyone']),
        protects: z.boolean()
      })
    )
    .default([])
});
export type Animal = z.infer<typeof Animal>;

/** Where and when a group walks. */
export interface Outing {
  /** Where it is not known, whatever lives in the region may be met. */
  readonly place: { readonly longitude: number; readonly latitude: number } | undefined;
  /** Of the year. */
  readonly day: number;
  readonly habitats: readonly string[];
  /** Some stop lies below the tide line. */
  readonly isOnShore: boolean;
}

/** The animals that may be met on an outing, the weightiest first. */
export function animalsOn(animals: readonly Animal[], outing: Outing): Animal[] {
  const { place, day: on, habitats, isOnShore } = outing;
  return animals
    .filter(
      ({ within }) =>
        within === undefined || place === undefined || regionsAt([{ area: within }], place).length > 0
    )
    .filter(({ seasons }) =>
      seasons.some(([from, to]) => (from <= to ? on >= from && on <= to : on >= from || on <= to))
    )
    .filter((one) => (one.isOnShore ? isOnShore : true))
    .filter((one) => one.habitats.length === 0 || one.habitats.some((habitat) => habitats.includes(habitat)))
    .sort((a, b) => b.consequence * b.likelihood - a.consequence * a.likelihood);
}
