import type { AllowanceRule, Harvest, PartRules, Taxon } from './schema';
import { useOfPart } from './claims';

/**
 * The parts of a plant, each with its rule and its allowance. Parts that have no allowance of their own are counted
 * together, against the allowance of the plant: what was taken as flower gives no berry.
 */

type Ruled = Pick<Taxon, 'uses' | 'harvest' | 'allowance' | 'parts'>;

const ownRules = (taxon: Ruled, part: string): PartRules | undefined =>
  taxon.parts.find((one) => one.part === part);

/** How a part is taken; undefined where nothing is recorded. */
export const harvestOf = (taxon: Ruled, part: string): Harvest | undefined =>
  ownRules(taxon, part)?.harvest ?? taxon.harvest;

/** What is counted together of a plant. */
export interface Account {
  /** The part that has an allowance of its own; empty for all the others together. */
  readonly key: string;
  /** Used parts that are counted in it. */
  readonly parts: readonly string[];
  /** Undefined where none is recorded: then none is allowed. */
  readonly rule: AllowanceRule | undefined;
}

/** The accounts of a plant: of all parts together, and one of each part that has an allowance of its own. */
export function accountsOf(taxon: Ruled): [Account, ...Account[]] {
  const own = taxon.parts.filter(({ allowance }) => allowance !== undefined);
  const used = [...new Set(taxon.uses.filter(({ kind }) => kind !== 'history').map(({ part }) => part))];
  const together = used.filter((part) => own.every((one) => one.part !== part));
  return [
    { key: '', parts: together, rule: taxon.allowance },
    ...own.map(({ part, allowance }) => ({ key: part, parts: [part], rule: allowance }))
  ];
}

/** The account in which a part is counted. */
export function accountOf(taxon: Ruled, part: string): Account {
  const accounts = accountsOf(taxon);
  return accounts.find(({ key }) => key !== '' && key === part) ?? accounts[0];
}

/** Whether what was taken of a part counts in an account: a part that nobody knows counts in all of them. */
export const countsIn = (taxon: Ruled, account: Pick<Account, 'key'>, part: string): boolean =>
  account.key === accountOf(taxon, part).key ||
  (useOfPart(taxon, part) === undefined && ownRules(taxon, part) === undefined);
