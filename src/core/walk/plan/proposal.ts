import { harmsByTouch, isSerious } from '../../knowledge';
import { stageIsReady, stageIsUp } from '../../season';
import type { TaxonFacts } from './facts';
import { type Level, type Policy, type Role, levels } from '../policy';

/** The role that the engine would give a taxon, and why. The instructor decides. */
export interface Proposal {
  readonly role: Role;
  readonly why: string;
}

/** Independent sources that make a claim confirmed, before anything is gathered. */
export const enoughSources = 2;

/** Whether a level lies below the one from which cautious families are gathered. */
export const isBelow = (level: Level, policy: Policy): boolean =>
  levels.indexOf(level) < levels.indexOf(policy.cautiousFamiliesFrom);

export function proposeRole(
  taxon: Pick<
    TaxonFacts,
    | 'stage'
    | 'chance'
    | 'separable'
    | 'open'
    | 'firstDate'
    | 'severity'
    | 'contactSeverity'
    | 'family'
    | 'uses'
    | 'sources'
  >,
  level: Level,
  policy: Policy
): Proposal {
  const { stage } = taxon;
  if (isSerious(taxon.severity)) return { role: 'danger', why: 'it can do serious harm itself' };
  if (harmsByTouch(taxon)) return { role: 'danger', why: 'it burns or blisters the skin' };
  if (!stage || taxon.chance < stageIsUp)
    return { role: 'leave out', why: 'no described stage of it is up on this date' };
  if (!taxon.separable)
    return { role: 'danger', why: `at this stage it cannot be told from ${taxon.open.join(', ')}` };
  if (taxon.family.isCautious && isBelow(level, policy))
    return {
      role: 'show',
      why: `the ${taxon.family.english} is gathered from ‘${policy.cautiousFamiliesFrom}’ on`
    };
  if (!taxon.uses.some(({ stages }) => stages.includes(stage)))
    return { role: 'show', why: `no use of it is recorded in ${stage}` };
  if (taxon.chance < stageIsReady)
    return {
      role: 'show',
      why: `it is there in ${stage} with a chance of ${Math.round(100 * taxon.chance)} % only`
    };
  if (taxon.sources < enoughSources)
    return { role: 'show', why: 'its use has not been confirmed by two sources' };
  return { role: 'gather', why: 'its use is confirmed and it can be told apart at this stage' };
}

const caution: Readonly<Record<Role, number>> = { gather: 0, show: 1, danger: 2, 'leave out': 2 };

/** Whether a proposal is more careful than what is planned. */
export const isMoreCareful = (proposal: Proposal, planned: Role): boolean =>
  caution[proposal.role] > caution[planned];
