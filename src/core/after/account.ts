import type { FieldDay, Pack } from '../field';
import { type Library, nameIn, nameWithin } from '../knowledge';
import { salutation } from '../walk';
import { counted, listed } from '../words';
import { type TakenRow, takenRows } from './recap';

/** The account to the owner of the ground: what was taken where, how many came, what was seen amiss, and thanks. */

export interface AccountDetails {
  readonly school: string;
  readonly writer: string;
  readonly owner: string | undefined;
  /** As people write it. */
  readonly date: string;
}

const capital = (words: string): string => words.replace(/^./, (letter) => letter.toUpperCase());

/** One part at one patch, such as "ramsons at the burn: 12 pieces (leaf)". */
function takenWords({ name, part, patch, net, lifted, putBack }: TakenRow): string {
  const where = patch ? ` at ${patch}` : '';
  const more = [
    lifted > 0 ? `${lifted} lifted to show the root` : '',
    putBack > 0 ? `${putBack} more put back` : ''
  ].filter(Boolean);
  return [`${nameWithin(name)}${where}: ${counted(net, 'piece')} (${part})`, ...more].join(', ');
}

const amissWords = {
  'not found': 'was not found',
  'other stage': 'was further on or behind',
  'other plant': 'turned out to be another plant'
};

/** @returns a paragraph each */
export function ownersAccount(
  pack: Pack,
  day: FieldDay,
  library: Library,
  { school, writer, owner, date }: AccountDetails
): string[] {
  const nameOf = nameIn(library);
  const rows = takenRows(pack, day, library).filter(({ net, lifted }) => net > 0 || lifted > 0);
  const over = rows.filter(({ net, planned }) => planned !== undefined && net > planned);
  const leaders = day.leadersHere.length;
  const left = day.leftHere.map(({ taxon, because }) => `${nameWithin(nameOf(taxon))}, because ${because}`);
  const amiss = day.events.flatMap((one) =>
    one.kind === 'ground differs'
      ? [`${nameWithin(nameOf(one.taxon))} ${amissWords[one.how]}${one.note ? ` (${one.note})` : ''}`]
      : []
  );
  const fires = day.events.filter((one) => one.kind === 'fire' && one.state === 'lit').length;
  const people = `${counted(day.here.length, 'learner')} with ${leaders === 1 ? 'one leader' : `${leaders} leaders`}`;
  return [
    salutation(owner),
    `thank you for having us at ${pack.walk.site} on ${date}: ${people}.`,
    rows.length > 0
      ? `This is all that we took: ${listed(rows.map(takenWords))}.`
      : 'We took nothing, and only looked.',
    ...(over.length > 0
      ? [
          `That is more than we had planned of ${listed(over.map(({ name, net, planned }) => `${nameWithin(name)} (${net} in place of ${planned})`))}. It stands in the record of the patch, and counts against what we take there next.`
        ]
      : []),
    ...(left.length > 0 ? [`We left ${listed(left)}.`] : []),
    ...(amiss.length > 0 ? [`What we saw otherwise than we expected: ${listed(amiss)}.`] : []),
    fires > 0
      ? `We made ${fires === 1 ? 'one small fire' : `${fires} small fires`}${day.fires.length === 0 ? ', and felt the ashes cold before we went' : ''}.`
      : 'We dug nothing up that we did not name here, and made no fire.',
    `If you have seen anything that we should do otherwise, please tell us.`,
    `With thanks and kind regards,`,
    `${writer}, ${school}`
  ].map((paragraph, i) => (i === 1 ? capital(paragraph) : paragraph));
}
