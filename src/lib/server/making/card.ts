import {
  type Library,
  type LibraryTaxon,
  type Preparation,
  englishName,
  preparationClaims,
  preparationsOf
} from '$core/knowledge';
import { type Yields, byHabit, wayInWords, yieldsOf } from '$core/making';
import { enoughSources } from '$core/walk';
import { plateAddress } from '$core/figure';
import { citations, confirmedClaims } from '../library/bookshelf';
import type { SchoolDb } from '../database/school';
import { readSettings } from '../school/schools';
import { type WholeBatch, yieldsAmong } from './batches';

/** A card as its page, its print and a phone show it. */

/** The preparation that is asked for, or the one that stands first by the school's habit. */
export async function chosenPreparation(
  db: SchoolDb,
  taxon: LibraryTaxon,
  part: string | null,
  way: string | null
): Promise<Preparation | undefined> {
  const of = part ? preparationsOf(taxon, part) : taxon.preparations;
  const asked = of.find((one) => one.way === way);
  if (asked) return asked;
  const { policy } = await readSettings(db);
  return byHabit(of, policy.kitchenHabit)[0] ?? of[0];
}

/** What sources say of a preparation. */
async function sourcesOf(db: SchoolDb, taxon: LibraryTaxon, preparation: Preparation) {
  const claim = preparationClaims(taxon).find((one) => one.preparation === preparation);
  const confirmed = claim ? ((await confirmedClaims(db)).get(claim.hash) ?? 0) : 0;
  return {
    isConfirmed: confirmed >= enoughSources,
    confirmed,
    citations: claim ? ((await citations(db)).get(claim.hash) ?? []) : []
  };
}

export async function cardOf(
  db: SchoolDb,
  library: Library,
  taxon: LibraryTaxon,
  preparation: Preparation,
  batches: readonly WholeBatch[]
) {
  const { part, way, method, refused, basis } = preparation;
  const use = taxon.uses.find((one) => one.kind !== 'history' && one.part === part);
  const asked = { taxon: taxon.slug, part, way };
  const yields: Yields | undefined = method && yieldsOf(method, yieldsAmong(batches, asked));
  return {
    slug: taxon.slug,
    name: englishName(taxon),
    scientific: taxon.name,
    part,
    way,
    made: wayInWords(way),
    method,
    refused,
    basis,
    yields,
    loads: taxon.loads,
    grams: taxon.parts.find((one) => one.part === part)?.grams,
    conditions: use?.conditions ?? '',
    plate: use && plateAddress(library, taxon, use.stages[0]!),
    stage: use?.stages[0],
    ...(await sourcesOf(db, taxon, preparation)),
    others: taxon.preparations.map((one) => ({
      part: one.part,
      way: one.way,
      made: wayInWords(one.way),
      isRefused: one.refused !== undefined
    })),
    /** What came of it the last times. */
    results: batches
      .filter((one) => one.taxon === taxon.slug && one.part === part && one.way === way)
      .flatMap(({ id, code, state }) => state.results.map(({ body, on }) => ({ id, code, on, ...body })))
      .slice(0, 4)
  };
}
export type CardOnPage = Awaited<ReturnType<typeof cardOf>>;
