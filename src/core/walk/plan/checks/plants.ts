import { type Load, harmsByTouch, isSerious } from '../../../knowledge';
import { stageIsReady, stageIsUp } from '../../../season';
import type { TaxonFacts } from '../facts';
import { enoughSources, isBelow } from '../proposal';
import { type Check, type Checked, look, passed, stop, stopUnlessLifted } from './check';

type Facts = Checked['facts'];

/** Whether each plant may be met in its role at its stage on that day. */
export function plantChecks({ facts }: Checked): Check[] {
  const gathered = facts.taxa.filter(({ role }) => role === 'gather');
  const shown = facts.taxa.filter(({ role }) => role === 'show');
  const ofParts = oneOf(gathered, ({ slug, part }) => `${slug} ${part}`);
  const ofAccounts = oneOf(gathered, (taxon) => accountKey(taxon, facts.stops));
  return [
    ...facts.taxa.filter(({ isRenamed }) => isRenamed).map(renamed),
    ...leftOutChecks(facts.taxa),
    ...gathered.flatMap((taxon) => [
      ...(ofParts.includes(taxon) ? partChecks(taxon, facts) : []),
      ...(taxon.chance >= stageIsUp ? [separationCheck(taxon)] : []),
      ...(ofAccounts.includes(taxon) ? allowanceChecks(taxon, facts) : [])
    ]),
    ...oneOf(shown, ({ slug }) => slug).flatMap(shownChecks),
    ...loadChecks(facts),
    ...(facts.kind === 'class' ? facts.taxa.flatMap((taxon) => specimenChecks(taxon, facts)) : []),
    look(
      'coverage',
      'Look: a small library',
      `It describes ${facts.librarySize} taxa. A lookalike that is not among them is not warned of: add what you know of this ground.`
    )
  ];
}

/** The first of those that are alike in something: what is said of them is said once. */
const oneOf = (taxa: readonly TaxonFacts[], alike: (taxon: TaxonFacts) => string): TaxonFacts[] =>
  [...new Map([...taxa].reverse().map((taxon) => [alike(taxon), taxon])).values()].reverse();

/** What is taken from one patch and counted together. */
const accountKey = ({ slug, stopId, account }: TaxonFacts, stops: Facts['stops']): string =>
  `${stops.find(({ id }) => id === stopId)?.patch?.id ?? stopId} ${slug} ${account}`;

/** The name, with the part where the plant is planned more than once. */
const partName = ({ label, name, part }: TaxonFacts): string =>
  label === name ? name : `${name} ${part}`.trim();

const showInstead = ({ label, id }: TaxonFacts) =>
  ({ label: `Show ${label}, do not gather`, at: 'show', id }) as const;

/** What is left out at one stop and gathered at another: one of the two is an oversight. */
const leftOutChecks = (taxa: readonly TaxonFacts[]): Check[] =>
  taxa
    .filter(
      ({ role, slug }) =>
        role === 'leave out' && taxa.some((other) => other.slug === slug && other.role === 'gather')
    )
    .map(({ key, name, reason, id }) =>
      look(
        `left-out ${key}`,
        `Look: ${name} is left out and gathered`,
        `At one stop it is left out${reason ? `, since ${reason}` : ''}; at another it is gathered. Does the reason hold there too?`,
        { label: 'See the plan', at: 'plan', id }
      )
    );

const renamed = (taxon: TaxonFacts): Check =>
  stop(
    `renamed ${taxon.key}`,
    `Stop: ${taxon.label} was another plant`,
    `What grows at the patch of its stop has been named anew since it was planned.`,
    { label: 'Change the plan', at: 'plan', id: taxon.id }
  );

function shownChecks(taxon: TaxonFacts): Check[] {
  return taxon.chance >= stageIsUp
    ? []
    : [
        look(
          `up ${taxon.key}`,
          `Look: ${taxon.name} is not up`,
          'No described stage of it is there on this date by the forecast for the site.',
          { label: 'Change the plan', at: 'plan', id: taxon.id }
        )
      ];
}

/** What is asked of a part once, at however many stops it is gathered. */
function partChecks(taxon: TaxonFacts, facts: Facts): Check[] {
  const { id, key, slug, sources } = taxon;
  const name = partName(taxon);
  const checks: Check[] = [];
  if (taxon.chance < stageIsUp)
    checks.push(
      stopUnlessLifted(
        `up ${key}`,
        `Stop: ${name} is not up`,
        'No described stage of it is there on this date by the forecast for the site.',
        { label: 'Change the plan', at: 'plan', id }
      )
    );
  else if (taxon.chance < stageIsReady)
    checks.push(
      look(
        `up ${key}`,
        `Look: is ${name} there?`,
        `By the forecast for the site the chance of ${taxon.stage} on this date is ${Math.round(100 * taxon.chance)} %: look before, or have something else to show.`,
        { label: 'Change the plan', at: 'plan', id }
      )
    );
  checks.push(
    useCheck(taxon),
    sources < enoughSources
      ? stop(
          `sources ${key}`,
          `Stop: ${name} has ${sources === 1 ? 'one source' : 'no source'}`,
          'To gather it, two must agree.',
          { label: 'Look up a second source', at: 'confirm', id: slug }
        )
      : passed(`sources ${key}`, `Sources for ${name}`, `${sources} agree.`)
  );
  if (taxon.family.isCautious && isBelow(facts.level, facts.policy))
    checks.push(
      stopUnlessLifted(
        `policy ${key}`,
        `Stop: ${name} is not for this level`,
        `${taxon.family.english}: gathered from ‘${facts.policy.cautiousFamiliesFrom}’ on. ${taxon.family.caution}`,
        showInstead(taxon)
      )
    );
  if (taxon.legal.length > 0)
    checks.push(
      look(`legal ${key}`, `Look: the law on ${name}`, `${taxon.legal.join('. ')} Local law comes first.`)
    );
  return checks;
}

/** A claim speaks of one part at certain stages: it confirms nothing beyond them. */
function useCheck(taxon: TaxonFacts): Check {
  const { name, part, stage, uses } = taxon;
  const key = `use ${taxon.key}`;
  const use = uses.find((one) => one.part === part);
  if (!use) {
    const known =
      uses.length > 0
        ? `The library knows: ${uses.map((one) => one.part).join(', ')}.`
        : 'The library knows none.';
    return stop(key, `Stop: no use of ${name} ${part}`.trim(), known, showInstead(taxon));
  }
  if (stage && !use.stages.includes(stage))
    return stop(
      key,
      `Stop: ${name} ${part} not in ${stage}`,
      `Its use is recorded for ${use.stages.join(', ')} only.`,
      showInstead(taxon)
    );
  return passed(key, `Use of ${name}`, `${part}, in ${use.stages.join(', ')}. ${use.conditions}`);
}

function separationCheck(taxon: TaxonFacts): Check {
  const { label: name, set, open, firstDate } = taxon;
  const key = `apart ${taxon.key}`;
  const coming = taxon.coming.map((one) => `${one.name} is up from ${one.from}`).join(', ');
  if (taxon.separable && set.length > 0)
    return passed(key, `Telling ${name} apart`, set.join(' + ') + (coming && `. Not there yet: ${coming}.`));
  if (taxon.separable)
    return look(
      key,
      `Look: nothing is described against ${name}`,
      'No dangerous lookalike of it is in this library at this stage; that says nothing of what stands on this ground. Look at every piece.'
    );
  const when = firstDate ? `It first can be on ${firstDate}.` : 'It cannot be within a year.';
  return stop(
    key,
    `Stop: ${name} not at this stage`,
    `What can be seen on the piece does not tell it from ${open.join(', ')} now. ${when}`,
    showInstead(taxon)
  );
}

/** What the group would take against what the patch may still give this year. */
function allowanceChecks(taxon: TaxonFacts, { group, kind, stops, taxa }: Facts): Check[] {
  const { id: plannedId, allowance } = taxon;
  const key = `allowance ${taxon.key}`;
  const name = partName(taxon);
  const patch = stops.find(({ id }) => id === taxon.stopId)?.patch;
  if (kind === 'class') return [];
  if (!patch || !allowance)
    return [
      look(key, `Look: ${name} from nowhere`, 'Its stop names no patch, so nobody adds up what is taken.', {
        label: 'Choose a patch',
        at: 'plan',
        id: taxon.stopId
      })
    ];
  const mend = { label: `See ${patch.name}`, at: 'patch', id: patch.id } as const;
  // All that the walk takes of it there, whatever stop and part it is planned for.
  const together = taxa.filter(
    (one) => one.role === 'gather' && accountKey(one, stops) === accountKey(taxon, stops)
  );
  const counted = together.flatMap((one) => one.piecesEach ?? []);
  const piecesEach = counted.reduce((sum, pieces) => sum + pieces, 0);
  const asked = counted.length === together.length ? piecesEach * group.learners : undefined;
  switch (allowance.kind) {
    case 'none':
      return [stopUnlessLifted(key, `Stop: no ${name} to give`, allowance.why, mend)];
    case 'unknown':
      return [stopUnlessLifted(key, `Stop: how much ${name}?`, allowance.why, mend)];
    case 'to need':
      return [passed(key, `Allowance of ${name}`, 'Abundant: to need, and the ledger is kept.')];
    case 'pieces':
      if (asked === undefined)
        return [
          look(
            key,
            `Look: how many ${name} each?`,
            `${allowance.left} are left this year; say how many pieces each person takes.`,
            {
              label: 'Set the pieces',
              at: 'plan',
              id: together.find((one) => one.piecesEach === undefined)?.id ?? plannedId
            }
          )
        ];
      return [
        asked > allowance.left
          ? stopUnlessLifted(
              key,
              `Stop: ${asked} ${name} asked, ${allowance.left} left`,
              `${piecesEach} each for ${group.learners}. The patch gives ${allowance.whole} this year, less what was taken and what other walks reserve.`,
              mend
            )
          : allowance.carriedFrom !== undefined
            ? look(
                key,
                `Look: ${name} was counted in ${allowance.carriedFrom}`,
                `Half of what stood there then counts until somebody counts again: ${allowance.left} left for ${asked} asked.`,
                { ...mend, label: `Count ${patch.name}` }
              )
            : passed(key, `Allowance of ${name}`, `${allowance.left} left for ${asked} asked.`)
      ];
  }
}

const loadReasons: Readonly<Record<Load, string>> = {
  oxalate: 'kidney stones; children',
  nitrate: 'small children and pregnancy',
  salicylate: 'aspirin allergy, medicine against clotting',
  furanocoumarin: 'skin in sunlight',
  'pyrrolizidine alkaloids': 'the liver, pregnancy',
  'essential oil': 'pregnancy, the liver',
  diuretic: 'water tablets, lithium',
  'vitamin K': 'medicine against clotting',
  salt: 'blood pressure',
  iodine: 'the thyroid'
};

/** What adds up over the day, whatever plant it comes from. */
function loadChecks({ taxa }: Facts): Check[] {
  const eaten = taxa.filter(
    ({ role, part, uses }) => role === 'gather' && uses.some((use) => use.part === part && use.isEaten)
  );
  const by = new Map<Load, string[]>();
  for (const { loads, name } of oneOf(eaten, ({ slug }) => slug))
    for (const load of loads) by.set(load, [...(by.get(load) ?? []), name]);
  return [...by].map(([load, names]) =>
    names.length > 1
      ? look(
          `load ${load}`,
          `Look: ${load} adds up`,
          `${names.join(', ')}. It matters for ${loadReasons[load]}: small amounts of each, and not all of them.`
        )
      : passed(
          `load ${load}`,
          `Load of ${load}`,
          `From ${names[0]} alone. It matters for ${loadReasons[load]}.`
        )
  );
}

/** Dangerous specimens of a class. */
function specimenChecks(taxon: TaxonFacts, { policy }: Facts): Check[] {
  const { id, label: name, specimens } = taxon;
  if (!specimens || specimens.count === 0) return [];
  const isDangerous = isSerious(taxon.severity) || harmsByTouch(taxon);
  const key = `specimen ${taxon.key}`;
  const mend = { label: 'Change the specimen', at: 'plan', id } as const;
  if (!isDangerous) return [passed(key, `Specimens of ${name}`, `${specimens.count}, counted out and in.`)];
  if (policy.dangerousSpecimens === 'shown in place only')
    return [
      stopUnlessLifted(
        key,
        `Stop: ${name} stays where it grows`,
        'By the school’s policy dangerous plants are shown in place only.',
        mend
      )
    ];
  return [
    specimens.handling === 'bagged'
      ? passed(
          key,
          `Specimens of ${name}`,
          `${specimens.count} in closed, clear, labelled bags, counted out and in.`
        )
      : stop(
          key,
          `Stop: ${name} lies open`,
          'A dangerous specimen lies in a closed, clear, labelled bag, and is counted out and in.',
          mend
        )
  ];
}
