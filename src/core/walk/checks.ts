import { type Library, englishName, useOfPart } from '../knowledge';
import { stageIsUp } from '../season';
import type { EmergencyNumber, Level, Policy, Role } from './policy';
import { levels } from './policy';
import type { Survey } from './survey';

/** One row of the ledger. A stop holds the brief back; a look is advice. */
export interface Check {
  readonly key: string;
  readonly state: 'stop' | 'look' | 'pass';
  readonly title: string;
  readonly detail: string;
  /** Where it can be mended. */
  readonly mend?: { readonly label: string; readonly at: 'site' | 'school' | 'people' | 'plan' | 'day' };
}

/** What the checks need to know of a plan. */
export interface PlanFacts {
  readonly isoDate: string;
  readonly today: string;
  readonly level: Level;
  readonly groupSize: number;
  /** Learners under 18 without a guardian's recorded consent. */
  readonly withoutConsent: readonly string[];
  readonly policy: Policy;
  readonly emergencyNumbers: readonly EmergencyNumber[];
  readonly site: {
    readonly accessPoint: string | undefined;
    readonly mayPick: boolean;
    readonly permissionSince: string | undefined;
    readonly permissionUntil: string | undefined;
    readonly largestGroup: number | undefined;
  };
  readonly stopCount: number;
  readonly taxa: readonly {
    readonly survey: Survey;
    readonly role: Role;
    /** What is to be gathered of it. */
    readonly part: string;
    /** Independent sources that confirm the use of that part. */
    readonly sources: number;
  }[];
}

const neededSources = 2;

const check = (
  key: string,
  state: Check['state'],
  title: string,
  detail: string,
  mend?: Check['mend']
): Check => (mend ? { key, state, title, detail, mend } : { key, state, title, detail });

function walkChecks(facts: PlanFacts): Check[] {
  const isPast = facts.isoDate < facts.today;
  return [
    isPast
      ? check(
          'date',
          'stop',
          'Stop: the date is past',
          `The walk is set for ${facts.isoDate}; today is ${facts.today}.`,
          { label: 'Move the date', at: 'day' }
        )
      : check('date', 'pass', 'Date', `${facts.isoDate} is still to come.`),
    facts.emergencyNumbers.length === 0
      ? check(
          'numbers',
          'stop',
          'Stop: no emergency numbers',
          'Nobody would know whom to call. Nothing can lift this.',
          { label: 'Enter the numbers', at: 'school' }
        )
      : check('numbers', 'pass', 'Emergency numbers', `${facts.emergencyNumbers.length} set.`),
    facts.site.accessPoint
      ? check('access', 'pass', 'Access point', facts.site.accessPoint)
      : check('access', 'stop', 'Stop: no access point', 'An ambulance needs a place to drive to.', {
          label: 'Describe the access point',
          at: 'site'
        }),
    facts.stopCount === 0
      ? check('stops', 'stop', 'Stop: no stops yet', 'A walk needs at least one stop.', {
          label: 'Add a stop',
          at: 'plan'
        })
      : check('stops', 'pass', 'Stops', `${facts.stopCount} planned.`),
    facts.withoutConsent.length > 0
      ? check(
          'consent',
          'stop',
          'Stop: a guardian’s consent is missing',
          `${facts.withoutConsent.join(', ')}. Nothing can lift this.`,
          { label: 'Record the consent', at: 'people' }
        )
      : check('consent', 'pass', 'Guardians’ consent', 'Recorded, or not needed.')
  ];
}

function groundChecks(facts: PlanFacts): Check[] {
  const { site, isoDate } = facts;
  const gathers = facts.taxa.some(({ role }) => role === 'gather');
  const inForce =
    site.mayPick &&
    site.permissionSince !== undefined &&
    site.permissionSince <= isoDate &&
    (site.permissionUntil === undefined || isoDate <= site.permissionUntil);
  const permission = inForce
    ? check('permission', 'pass', 'Permission', `Leave to pick is in force on ${isoDate}.`)
    : gathers
      ? check(
          'permission',
          'stop',
          'Stop: no leave to pick',
          'No permission to pick is recorded for this date. Show, or ask the landowner.',
          { label: 'Record the permission', at: 'site' }
        )
      : check(
          'permission',
          'look',
          'Look: no leave to pick',
          'Nothing is gathered, so this only matters if that changes.',
          { label: 'See the permission', at: 'site' }
        );
  const limit = site.largestGroup;
  const size =
    limit !== undefined && facts.groupSize > limit
      ? check(
          'group',
          'stop',
          'Stop: the group is too large',
          `${facts.groupSize} people; the permission allows ${limit}.`,
          { label: 'See the permission', at: 'site' }
        )
      : check(
          'group',
          'pass',
          'Group size',
          limit ? `${facts.groupSize} of at most ${limit}.` : `${facts.groupSize}; no limit is recorded.`
        );
  return [permission, size];
}

function gatherChecks(facts: PlanFacts, library: Library): Check[] {
  return facts.taxa.flatMap(({ survey, role, part, sources }) => {
    const { target } = survey;
    const name = englishName(target).toLowerCase();
    const found: Check[] = [];
    if (survey.stageProbability < stageIsUp)
      found.push(
        check(
          `up ${target.slug}`,
          role === 'gather' ? 'stop' : 'look',
          `${role === 'gather' ? 'Stop' : 'Look'}: ${name} is not up`,
          'By the reference windows no described stage is there on this date.',
          { label: 'Change the plan', at: 'plan' }
        )
      );
    if (role !== 'gather') return found;
    found.push(useCheck(survey, name, part));
    if (sources < neededSources)
      found.push(
        check(
          `sources ${target.slug}`,
          'stop',
          `Stop: ${name} has ${sources === 1 ? 'one source' : 'no source'}`,
          'To gather it, two must agree. Nothing can lift this.',
          { label: `Show ${name}, do not gather`, at: 'plan' }
        )
      );
    else found.push(check(`sources ${target.slug}`, 'pass', `Sources for ${name}`, `${sources} agree.`));
    if (survey.stageProbability >= stageIsUp) found.push(separationCheck(survey, name, library));
    const family = library.families.get(target.family);
    if (family?.cautious && levels.indexOf(facts.level) < levels.indexOf(facts.policy.cautiousFamiliesFrom))
      found.push(
        check(
          `policy ${target.slug}`,
          'stop',
          `Stop: ${name} is not for this level`,
          `${family.english}: gathered from ‘${facts.policy.cautiousFamiliesFrom}’ on. ${family.caution}`,
          { label: `Show ${name}, do not gather`, at: 'plan' }
        )
      );
    return found;
  });
}

/** A claim speaks of one part at certain stages: it confirms nothing beyond them. */
function useCheck({ target, stage }: Survey, name: string, part: string): Check {
  const key = `use ${target.slug}`;
  const use = useOfPart(target, part);
  const mend = { label: `Show ${name}, do not gather`, at: 'plan' } as const;
  if (!use) {
    const parts = target.uses.filter(({ kind }) => kind !== 'history').map((one) => one.part);
    const known = parts.length > 0 ? `The library knows: ${parts.join(', ')}.` : 'The library knows none.';
    return check(key, 'stop', `Stop: no use of ${name} ${part}`.trim(), known, mend);
  }
  if (stage && !use.stages.includes(stage.stage))
    return check(
      key,
      'stop',
      `Stop: ${name} ${part} not in ${stage.stage}`,
      `Its use is recorded for ${use.stages.join(', ')} only.`,
      mend
    );
  return check(key, 'pass', `Use of ${name}`, `${part}, in ${use.stages.join(', ')}. ${use.conditions}`);
}

function separationCheck(survey: Survey, name: string, library: Library): Check {
  const { separation, target } = survey;
  const key = `apart ${target.slug}`;
  if (separation.found) {
    const set = separation.set.characters.map((character) => character.name.toLowerCase());
    return check(
      key,
      'pass',
      `Telling ${name} apart`,
      set.length > 0 ? set.join(' + ') : 'No dangerous lookalike in this library.'
    );
  }
  const open = [
    ...new Set(separation.open.map(({ taxon }) => englishName(library.taxa.get(taxon)!).toLowerCase()))
  ];
  const when = survey.firstDate ? `It first can be on ${survey.firstDate}.` : 'It cannot be within a year.';
  return check(
    key,
    'stop',
    `Stop: ${name} not at this stage`,
    `It cannot be told from ${open.join(', ')} now. ${when}`,
    { label: `Show ${name}, do not gather`, at: 'plan' }
  );
}

const order: Readonly<Record<Check['state'], number>> = { stop: 0, look: 1, pass: 2 };

/** The ledger of a plan: what stops comes first. */
export function runChecks(facts: PlanFacts, library: Library): Check[] {
  const coverage = check(
    'coverage',
    'look',
    'Look: a small library',
    `It describes ${library.taxa.size} taxa. A lookalike that is not among them is not warned of: add what you know of this ground.`
  );
  return [...walkChecks(facts), ...groundChecks(facts), ...gatherChecks(facts, library), coverage].sort(
    (a, b) => order[a.state] - order[b.state]
  );
}

export const holdsBack = (checks: readonly Check[]): boolean => checks.some(({ state }) => state === 'stop');
