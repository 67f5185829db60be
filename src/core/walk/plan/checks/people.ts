import { counted, longDate } from '../../../words';
import { type Check, type Checked, look, passed, stop, stopUnlessLifted } from './check';

/** Whether those who come are known, looked after, and can be helped. */
export function peopleChecks({ facts }: Checked): Check[] {
  return [
    ...helpChecks(facts),
    ...groupChecks(facts),
    ...leaderChecks(facts),
    ...healthChecks(facts),
    ...readinessChecks(facts)
  ];
}

type Facts = Checked['facts'];

function helpChecks({ school, site, kind, venue }: Facts): Check[] {
  const { emergencyNumbers } = school;
  const access = kind === 'class' ? venue : site.accessPoint;
  return [
    emergencyNumbers.length === 0
      ? stop('numbers', 'Stop: no emergency numbers', 'Nobody would know whom to call.', {
          label: 'Enter the numbers',
          at: 'school'
        })
      : passed('numbers', 'Emergency numbers', `${emergencyNumbers.length} set.`),
    access
      ? passed('access', kind === 'class' ? 'Place of the class' : 'Access point', access)
      : stop(
          'access',
          kind === 'class' ? 'Stop: no place for the class' : 'Stop: no access point',
          'An ambulance needs a place to drive to.',
          kind === 'class'
            ? { label: 'Say where it is held', at: 'day' }
            : { label: 'Describe the access point', at: 'site' }
        )
  ];
}

function groupChecks({ group, site, kind, policy, taxa }: Facts): Check[] {
  const checks: Check[] = [];
  if (group.name === undefined || group.learners === 0)
    checks.push(
      stopUnlessLifted(
        'cohort',
        group.name === undefined ? 'Stop: no group yet' : 'Stop: nobody is in the group',
        'Consent, health and numbers can be checked only when it is known who comes.',
        group.name === undefined
          ? { label: 'Choose a group', at: 'day' }
          : { label: 'Add people', at: 'people' }
      )
    );
  checks.push(
    group.withoutConsent.length > 0
      ? stop('consent', 'Stop: a guardian’s consent is missing', `${group.withoutConsent.join(', ')}.`, {
          label: 'Record the consent',
          at: 'people'
        })
      : passed('consent', 'Guardians’ consent', 'Recorded, or not needed.')
  );
  const limit = site.largestGroup;
  if (kind === 'walk')
    checks.push(
      limit !== undefined && group.learners > limit
        ? stopUnlessLifted(
            'group',
            'Stop: the group is too large',
            `${counted(group.learners, 'person', 'people')}; the permission allows ${limit}.`,
            { label: 'See the permission', at: 'site' }
          )
        : passed(
            'group',
            'Group size',
            limit ? `${group.learners} of at most ${limit}.` : `${group.learners}; no limit is recorded.`
          )
    );
  if (group.minors > 0 && taxa.some(({ role }) => role === 'gather'))
    checks.push(
      look(
        'children',
        `Look: ${counted(group.minors, 'child', 'children')} in the group`,
        `Children taste ${policy.childrenTaste}, by the school’s policy.`,
        { label: 'See the policy', at: 'school' }
      )
    );
  return checks;
}

function leaderChecks({ leaders, group, policy, isoDate, school }: Facts): Check[] {
  const each = policy.learnersPerLeader[group.minors > 0 ? 'withChildren' : 'adults'];
  const most = each * leaders.length;
  const holders = leaders.filter(
    ({ firstAidUntil }) => firstAidUntil !== undefined && firstAidUntil >= isoDate
  );
  return [
    group.learners > most
      ? stopUnlessLifted(
          'leaders',
          'Stop: too few leaders',
          `${counted(leaders.length, 'leader')} for ${group.learners} learners; the school sets ${each} for each${group.minors > 0 ? ', since children come along' : ''}.`,
          { label: 'Add a leader', at: 'group' }
        )
      : passed(
          'leaders',
          'Leaders',
          `${leaders.map(({ name }) => name).join(', ')}; up to ${most} learners.`
        ),
    holders.length === 0
      ? stopUnlessLifted(
          'first-aid',
          'Stop: nobody holds a first-aid certificate',
          leaders
            .map(({ name, firstAidUntil }) =>
              firstAidUntil
                ? `${name}’s ran out on ${longDate(firstAidUntil)}.`
                : `None is recorded for ${name}.`
            )
            .join(' '),
          { label: 'Enter the certificate', at: 'school' }
        )
      : passed(
          'first-aid',
          'First-aid certificate',
          holders.map(({ name, firstAidUntil }) => `${name}, until ${longDate(firstAidUntil!)}`).join('; ')
        ),
    school.insuranceUntil === undefined
      ? look('insurance', 'Look: no insurance is recorded', 'Enter until when it runs.', {
          label: 'Enter the date',
          at: 'school'
        })
      : school.insuranceUntil < isoDate
        ? stopUnlessLifted(
            'insurance',
            'Stop: the insurance has run out',
            `It ran until ${longDate(school.insuranceUntil)}.`,
            { label: 'Enter the new date', at: 'school' }
          )
        : passed('insurance', 'Insurance', `Until ${longDate(school.insuranceUntil)}.`)
  ];
}

/** Whose notes they are is told to leaders on the group’s page alone. */
function healthChecks({ group: { healthMatters, healthNotes } }: Facts): Check[] {
  return [
    healthMatters > 0
      ? look(
          'health',
          `Look: ${counted(healthMatters, 'health note')} ${healthMatters === 1 ? 'matters' : 'matter'} here`,
          'Something on this walk speaks to what learners have told. A match is a reason to ask.',
          { label: 'See them, leaders only', at: 'group' }
        )
      : healthNotes > 0
        ? passed('health', 'Health notes', `${healthNotes} kept; none of them meets a taxon of this walk.`)
        : look(
            'health',
            'Look: nobody was asked',
            'No health notes are kept for this group: ask before the walk.',
            {
              label: 'Note what they tell',
              at: 'group'
            }
          )
  ];
}

/** Advice, never a stop. */
function readinessChecks({ group, readiness, kind }: Facts): Check[] {
  if (readiness.pairs === 0 || group.learners === 0) return [];
  const what = kind === 'class' ? 'class' : 'walk';
  const { practised, dangerousGathers } = readiness;
  if (dangerousGathers > 0)
    return [
      look(
        'readiness',
        `Look: ${counted(dangerousGathers, 'dangerous gather')} in drills`,
        `On the pairs of this ${what}, within 90 days. Show these pairs before anybody picks.`,
        { label: 'See who confuses what', at: 'people' }
      )
    ];
  return [
    practised < group.learners
      ? look(
          'readiness',
          `Look: ${practised} of ${group.learners} have practised`,
          `On the pairs of this ${what}. Advice, never a stop.`
        )
      : passed('readiness', 'Readiness', `All ${group.learners} have practised the pairs of this ${what}.`)
  ];
}
