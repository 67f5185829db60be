import { contentHash } from './hash';
import type { LibraryTaxon } from './library';
import type { Preparation } from './preparation';
import type { Hazard, Stage, Taxon, Use } from './schema';

/**
 * What a school confirms with two independent sources: that a part may be used as the entry says, that a hazard
 * is as it says, that it is prepared so, and that the plant looks at a stage as it is described.
 */
export type Claim =
  | { readonly kind: 'use'; readonly taxon: string; readonly hash: string; readonly use: Use }
  | { readonly kind: 'hazard'; readonly taxon: string; readonly hash: string; readonly hazard: Hazard }
  | {
      readonly kind: 'preparation';
      readonly taxon: string;
      readonly hash: string;
      readonly preparation: Preparation;
    }
  | { readonly kind: 'looks'; readonly taxon: string; readonly hash: string; readonly stage: Stage };

/** The claims about uses alone. A claim's hash changes with any word of it, and its confirmations lapse with that. */
export const useClaims = (taxon: Pick<Taxon, 'slug' | 'uses'>) =>
  taxon.uses.map((use) => ({
    kind: 'use' as const,
    taxon: taxon.slug,
    use,
    hash: contentHash({ taxon: taxon.slug, use })
  }));

/** The claims about how parts are prepared. What is not taught claims nothing. */
export const preparationClaims = (taxon: Pick<Taxon, 'slug' | 'preparations'>) =>
  taxon.preparations
    .filter(({ method }) => method !== undefined)
    .map((preparation) => ({
      kind: 'preparation' as const,
      taxon: taxon.slug,
      preparation,
      hash: contentHash({ taxon: taxon.slug, preparation })
    }));

/** Every claim of a taxon: hazards first, then uses and preparations, then its looks by stage. History is no claim. */
export function claimsOf(taxon: LibraryTaxon): Claim[] {
  return [
    ...taxon.hazards.map((hazard) => ({
      kind: 'hazard' as const,
      taxon: taxon.slug,
      hazard,
      hash: contentHash({ taxon: taxon.slug, hazard })
    })),
    ...useClaims(taxon).filter(({ use }) => use.kind !== 'history'),
    ...preparationClaims(taxon),
    ...[...taxon.stages.values()].map(({ stage, hash }) => ({
      kind: 'looks' as const,
      taxon: taxon.slug,
      stage,
      hash
    }))
  ];
}

/** The recorded use of a part, history left aside; undefined where the library has none. */
export const useOfPart = (taxon: Pick<Taxon, 'uses'>, part: string): Use | undefined =>
  taxon.uses.find((use) => use.kind !== 'history' && use.part === part);
