import { counted, listed } from '../../words';
import type { PlanFacts } from './facts';

/** A letter that asks the owner of the ground for leave, filled from the plan: a paragraph each. */

export interface LetterDetails {
  readonly school: string;
  readonly writer: string;
  readonly owner: string | undefined;
  /** As people write it. */
  readonly date: string;
  readonly start: string;
  readonly end: string;
}

/** How a letter begins. @param owner as the site names who gave leave, such as ‘the estate office’ */
export const salutation = (owner: string | undefined): string =>
  `Dear ${(owner ?? 'owner of the ground').replace(/^the /i, '')},`;

export function landownersLetter(
  facts: Pick<PlanFacts, 'site' | 'group' | 'leaders' | 'taxa' | 'stops' | 'school' | 'kind' | 'isoDate'>,
  { school, writer, owner, date, start, end }: LetterDetails
): string[] {
  const { site, group, leaders, taxa, stops } = facts;
  const gathered = taxa.filter(({ role }) => role === 'gather');
  const amounts = gathered.map(({ name, part, portion, piecesEach }) => {
    const pieces =
      piecesEach === undefined ? portion : `${piecesEach} pieces each, ${piecesEach * group.learners} in all`;
    return `${name} (${[part, pieces].filter(Boolean).join(', ')})`;
  });
  const fires = stops.filter(({ activity }) => activity?.fire);
  const people = `${counted(group.learners, 'learner')}${group.minors > 0 ? `, ${group.minors} of them under 18,` : ''} with ${leaders.length === 1 ? 'one leader' : `${leaders.length} leaders`}`;
  const helds = leaders.filter(
    ({ firstAidUntil }) => firstAidUntil !== undefined && firstAidUntil >= facts.isoDate
  );
  const careful = [
    ...(helds.length > 0
      ? [
          `${listed(helds.map(({ name }) => name))} ${helds.length === 1 ? 'holds' : 'hold'} a first-aid certificate`
        ]
      : []),
    ...(facts.school.insuranceUntil && facts.school.insuranceUntil >= facts.isoDate
      ? ['the school is insured']
      : [])
  ];
  return [
    salutation(owner),
    `${school} would like to take a group to ${site.name} on ${date}, from ${start} to about ${end}: ${people}. We teach people to know wild plants, and above all to leave alone those that harm.`,
    gathered.length > 0
      ? `May we pick, by hand and only as much as here: ${listed(amounts)}? We count what grows before we take any, leave the greater part standing, and keep a record of every piece, which we gladly send you afterwards.`
      : 'We would only look; nothing would be picked.',
    `We would dig nothing${fires.length > 0 ? `, but we ask for leave to make one small fire at ${listed(fires.map(({ name }) => name))}, on a tray off the ground, and to leave no trace of it` : ' and light no fire'}. We keep to the paths, shut the gates, and bring no dogs.`,
    `Please tell us of anything that we should keep away from: places that are sprayed or grazed, nests, work in hand, what you would rather not have walked on. If there is a limit to the number of people, or a fee, let us know.`,
    ...(careful.length > 0 ? [`${listed(careful).replace(/^./, (letter) => letter.toUpperCase())}.`] : []),
    `If you agree, a line in answer is enough: whether we may pick, from when until when, and for how many people.`,
    `With kind regards,`,
    `${writer}, ${school}`
  ];
}
