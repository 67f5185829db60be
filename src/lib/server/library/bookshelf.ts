import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import {
  type Claim,
  type Library,
  type LibraryTaxon,
  claimsOf,
  useClaims,
  worstSeverity
} from '$core/knowledge';
import { enoughSources } from '$core/walk';
import { maybe, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

export const sourceKinds = ['flora', 'handbook', 'paper', 'expert', 'web page'] as const;
export type SourceKind = (typeof sourceKinds)[number];

const Source = z.object({
  id: z.string(),
  kind: z.enum(sourceKinds),
  citation: z.string(),
  /** The source that it was copied from: the two count once. */
  copyOf: maybe(z.string()),
  /** Claims that rest on it. */
  claims: z.number()
});
export type Source = Readonly<z.infer<typeof Source>>;

export const listSources = (db: SchoolDb): Promise<Source[]> =>
  rowsOf(
    db,
    Source,
    `select id, kind, citation, copy_of as "copyOf",
            (select count(*)::int from standing_opinion where source_id = source.id and says = 'agrees') as claims
       from source order by citation`
  );

/** @returns false where the shelf has this citation already */
export async function addSource(
  db: SchoolDb,
  { kind, citation, copyOf }: Pick<Source, 'kind' | 'citation'> & { copyOf?: string | undefined }
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into source (school_id, id, kind, citation, copy_of)
     select $1, $2, $3, $4, $5 where not exists (select 1 from source where lower(citation) = lower($4))`,
    [db.schoolId, uuid(), kind, citation, copyOf ?? null]
  );
  return rowCount === 1;
}

/** Removes a source of which nothing was ever entered. @returns false where something does */
export async function removeSource(db: SchoolDb, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `delete from source where id = $1
        and not exists (select 1 from opinion where source_id = $1)
        and not exists (select 1 from source other where other.copy_of = $1)`,
    [id]
  );
  return rowCount === 1;
}

const withSource = `from standing_opinion join source
  on source.school_id = standing_opinion.school_id and source.id = source_id`;

/**
 * How many independent sources confirm each claim hash. A web page never counts, a copy counts as what it was
 * copied from, one book entered twice once, and a claim that a source contradicts has none.
 */
export async function confirmedClaims(db: SchoolDb): Promise<Map<string, number>> {
  const rows = await rowsOf(
    db,
    z.object({ claim: z.string(), sources: z.number() }),
    `select claim_hash as claim, count(distinct lower(coalesce(original.citation, source.citation)))::int as sources
       ${withSource} left join source original on original.school_id = source.school_id and original.id = source.copy_of
      where source.kind <> 'web page' and says = 'agrees'
        and not exists (select 1 from standing_opinion other
                         where other.claim_hash = standing_opinion.claim_hash and other.says = 'otherwise')
      group by claim_hash`
  );
  return new Map(rows.map(({ claim, sources }) => [claim, sources]));
}

/** Sources that confirm the use of a part, or without one the best-supported use of the taxon. */
export function sourcesFor(
  taxon: LibraryTaxon,
  confirmed: ReadonlyMap<string, number>,
  part?: string
): number {
  return Math.max(
    0,
    ...useClaims(taxon)
      .filter(({ use }) => use.kind !== 'history' && (part === undefined || use.part === part))
      .map(({ hash }) => confirmed.get(hash) ?? 0)
  );
}

/** The citations behind each claim hash. */
export async function citations(db: SchoolDb): Promise<Map<string, string[]>> {
  const rows = await rowsOf(
    db,
    z.object({ claim: z.string(), citations: z.array(z.string()) }),
    `select claim_hash as claim, array_agg(citation order by citation) as citations
       ${withSource} where says = 'agrees' group by claim_hash`
  );
  return new Map(rows.map(({ claim, citations }) => [claim, citations]));
}

const Disagreement = z.object({ citation: z.string(), sourceId: z.string(), says: z.string() });
export type Disagreement = Readonly<z.infer<typeof Disagreement>>;

/** What sources say otherwise, by claim hash. */
export async function disagreements(db: SchoolDb): Promise<Map<string, Disagreement[]>> {
  const rows = await rowsOf(
    db,
    Disagreement.extend({ claim: z.string() }),
    `select claim_hash as claim, source.id as "sourceId", citation, otherwise as says
       ${withSource} where says = 'otherwise' order by citation`
  );
  const byClaim = new Map<string, Disagreement[]>();
  for (const { claim, ...row } of rows) byClaim.set(claim, [...(byClaim.get(claim) ?? []), row]);
  return byClaim;
}

const Agreement = z.object({
  sourceId: z.string(),
  citation: z.string(),
  /** Where in it; not there for what was entered before this was asked. */
  place: maybe(z.string()),
  reader: z.string(),
  on: z.string()
});
/** A source that agrees with a claim, with who has read it where. */
export type Agreement = Readonly<z.infer<typeof Agreement>>;

/** Which sources agree with each claim hash. */
export async function agreements(db: SchoolDb): Promise<Map<string, Agreement[]>> {
  const rows = await rowsOf(
    db,
    Agreement.extend({ claim: z.string() }),
    `select claim_hash as claim, source.id as "sourceId", citation, place, person.name as reader,
            to_char(effective_at, 'YYYY-MM-DD') as on
       ${withSource} join person on person.school_id = standing_opinion.school_id and person.id = entered_by
      where says = 'agrees' order by citation`
  );
  const byClaim = new Map<string, Agreement[]>();
  for (const { claim, ...row } of rows) byClaim.set(claim, [...(byClaim.get(claim) ?? []), row]);
  return byClaim;
}

/** What one source says of one claim. */
export interface Opinion {
  readonly claim: string;
  readonly source: string;
  /** It agrees, it is silent, or it says otherwise. */
  readonly says: 'agrees' | 'nothing' | { readonly otherwise: string };
  /** Where in it that stands. */
  readonly place?: string | undefined;
}

/**
 * Enters what sources say of claims; a source's latest word on a claim counts. What says the same as before is
 * not entered again.
 * @returns how many opinions were new, and how many of all contradict their claim
 */
export async function enterOpinions(
  db: SchoolDb,
  personId: string,
  opinions: readonly Opinion[],
  effectiveAt: Date | string = db.now
): Promise<{ entered: number; disputed: number }> {
  let entered = 0;
  for (const { claim, source, says, place } of opinions) {
    const word = typeof says === 'string' ? says : 'otherwise';
    const otherwise = typeof says === 'string' ? null : says.otherwise;
    const { rowCount } = await db.query(
      `insert into opinion (school_id, id, claim_hash, source_id, says, otherwise, entered_by, effective_at, place)
       select $1, $2, $3, $4, $5, $6, $7, $8, $9
        where not exists (select 1 from standing_opinion where claim_hash = $3 and source_id = $4 and says = $5
                             and otherwise is not distinct from $6)
          and ($5 <> 'nothing' or exists (select 1 from standing_opinion where claim_hash = $3 and source_id = $4))`,
      [
        db.schoolId,
        uuid(),
        claim,
        source,
        word,
        otherwise,
        personId,
        effectiveAt,
        word === 'nothing' ? null : place || null
      ]
    );
    entered += rowCount ?? 0;
  }
  return { entered, disputed: opinions.filter(({ says }) => typeof says !== 'string').length };
}

/** A taxon that waits for confirmation. */
export interface Waiting {
  readonly taxon: LibraryTaxon;
  readonly claims: number;
  readonly open: number;
  readonly disputed: number;
  /** The next walk that plans it, or that plans what it is taken for. */
  readonly walk:
    { readonly name: string; readonly isoDate: string; readonly asLookalike: boolean } | undefined;
}

/**
 * Taxa with claims still open, in the order in which they should be confirmed: what the next walks plan, then
 * what is dangerously taken for it, then the rest by harm.
 */
export async function confirmingQueue(db: SchoolDb, library: Library, today: string): Promise<Waiting[]> {
  const confirmed = await confirmedClaims(db);
  const said = await disagreements(db);
  const planned = await rowsOf(
    db,
    z.object({ taxon: z.string(), name: z.string(), isoDate: z.string() }),
    `select walk_taxon.taxon, walk.name, walk.held_on as "isoDate" from walk_taxon join walk
        on walk.school_id = walk_taxon.school_id and walk.id = walk_id
      where walk.held_on >= $1 and walk.called_off_at is null and role <> 'leave out' order by walk.held_on`,
    [today]
  );
  const walkOf = new Map<string, NonNullable<Waiting['walk']>>();
  for (const { taxon, name, isoDate } of planned)
    if (!walkOf.has(taxon)) walkOf.set(taxon, { name, isoDate, asLookalike: false });
  for (const { target, lookalike } of library.pairs) {
    const walk = walkOf.get(target);
    if (walk && !walk.asLookalike && !walkOf.has(lookalike))
      walkOf.set(lookalike, { ...walk, asLookalike: true });
  }
  const isOpen = ({ hash }: Claim) => (confirmed.get(hash) ?? 0) < enoughSources;
  return [...library.taxa.values()]
    .map((taxon): Waiting => {
      const claims = claimsOf(taxon);
      return {
        taxon,
        claims: claims.length,
        open: claims.filter(isOpen).length,
        disputed: claims.filter(({ hash }) => said.has(hash)).length,
        walk: walkOf.get(taxon.slug)
      };
    })
    .filter(({ open }) => open > 0)
    .sort(
      (a, b) =>
        Number(!a.walk) - Number(!b.walk) ||
        (a.walk && b.walk ? a.walk.isoDate.localeCompare(b.walk.isoDate) : 0) ||
        Number(a.walk?.asLookalike ?? false) - Number(b.walk?.asLookalike ?? false) ||
        worstSeverity(b.taxon) - worstSeverity(a.taxon) ||
        a.taxon.slug.localeCompare(b.taxon.slug)
    );
}
