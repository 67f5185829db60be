import { type LibraryTaxon, useClaims } from '$core/knowledge';
import type { SchoolDb } from './school';

/** A web page alone is no source: it never counts towards the two. */
const countsAsSource = "source.kind <> 'web page'";

/** How many independent sources confirm each claim hash. */
export async function confirmedClaims(db: SchoolDb): Promise<Map<string, number>> {
  const { rows } = await db.query<{ claim_hash: string; sources: number }>(
    `select claim_hash, count(distinct source.citation)::int as sources
       from confirmation join source on source.school_id = confirmation.school_id and source.id = confirmation.source_id
      where ${countsAsSource} and effective_at <= domain_now() group by claim_hash`
  );
  return new Map(rows.map((row) => [row.claim_hash, row.sources]));
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
  const { rows } = await db.query<{ claim_hash: string; citations: string[] }>(
    `select claim_hash, array_agg(source.citation order by source.citation) as citations
       from confirmation join source on source.school_id = confirmation.school_id and source.id = confirmation.source_id
      where effective_at <= domain_now() group by claim_hash`
  );
  return new Map(rows.map((row) => [row.claim_hash, row.citations]));
}
