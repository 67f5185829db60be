import type { Hazard, Taxon } from './schema';

/**
 * What harm is, in one place: which routes are contact, and from which severity on a plant is called what. No other
 * file compares a severity with a number. The scale is that of the hazards, 0–4, in the words below.
 */
export const severityWords = [
  'no harm known',
  'passing irritation',
  'ill for a day',
  'hospital',
  'can kill'
] as const;

/** Worst harm of the plant itself by eating, and by contact (severity 0–4). */
export interface Harmfulness {
  readonly eatenSeverity: number;
  readonly contactSeverity: number;
}

const contactRoutes: ReadonlySet<Hazard['route']> = new Set([
  'sap',
  'sap-then-sunlight',
  'touch',
  'sting',
  'eye'
]);

/** Whether harm comes to who handles a plant, without eating it. */
export const isContact = (route: Hazard['route']): boolean => contactRoutes.has(route);

/** Ill for a day or worse; of contact: it burns or blisters. */
export const isHarmful = (severity: number): boolean => severity >= 2;

/** Hospital or worse: marked with the skull. */
export const isSerious = (severity: number): boolean => severity >= 3;

export const harmsByTouch = ({ contactSeverity }: Pick<Harmfulness, 'contactSeverity'>): boolean =>
  isHarmful(contactSeverity);

/** A plant that can do harm when it is mistaken: serious when eaten, or burning when touched. */
export const isDangerous = (taxon: Harmfulness): boolean =>
  isSerious(taxon.eatenSeverity) || harmsByTouch(taxon);

export const worstSeverity = (taxon: Harmfulness): number =>
  Math.max(taxon.eatenSeverity, taxon.contactSeverity);

/** Whether a plant can kill, by whatever route of its own. */
export const canKill = (taxon: Harmfulness): boolean => worstSeverity(taxon) >= 4;

const worstFirst = (hazards: readonly Hazard[]): Hazard | undefined =>
  [...hazards].sort((a, b) => b.severity - a.severity)[0];

/** The worst harm by contact that is described, from passing irritation on. */
export const worstContact = (taxon: Pick<Taxon, 'hazards'>): Hazard | undefined =>
  worstFirst(taxon.hazards.filter(({ route, severity }) => isContact(route) && severity > 0));

/** The worst harm by eating that is described, from a day's illness on. */
export const worstEaten = (taxon: Pick<Taxon, 'hazards'>): Hazard | undefined =>
  worstFirst(taxon.hazards.filter(({ route, severity }) => route === 'eaten' && isHarmful(severity)));

/** What the hazards of a taxon come to. Harm of the ground it stands in is not harm of the plant. */
export function harmfulnessOf({ hazards }: Pick<Taxon, 'hazards'>): Harmfulness {
  const worst = (counts: (route: Hazard['route']) => boolean) =>
    Math.max(
      0,
      ...hazards
        .filter(({ route, fromTheGround }) => counts(route) && !fromTheGround)
        .map(({ severity }) => severity)
    );
  return { eatenSeverity: worst((route) => route === 'eaten'), contactSeverity: worst(isContact) };
}
