import type { Stage, Taxon } from '../knowledge';

/** Seaweeds and shellfish have no leaf: what is described of them is the grown plant or animal. */
const others: Readonly<Record<Taxon['group'], string | undefined>> = {
  plant: undefined,
  alga: 'frond',
  fungus: 'cap',
  shellfish: 'shell'
};

/** The name of a stage as it is said of a taxon of this group. */
export const stageWord = (group: Taxon['group'], stage: Stage | string): string =>
  (stage === 'leaf' ? others[group] : undefined) ?? stage;
