import type { BriefDocument } from './document';

/** The front of a brief as labels and values, the same on the screen and on paper. */

const placeWords = (at: { latitude: number; longitude: number; gridReference: string }): string =>
  // A grid reference stays on one line.
  `${at.latitude.toFixed(5)}, ${at.longitude.toFixed(5)}${at.gridReference ? ` · ${unbroken(at.gridReference)}` : ''}`;

/** Words that stay on one line. */
export const unbroken = (text: string): string => text.replaceAll(' ', '\u00a0');

/** @param isForLeaders with what they carry, and what to leave out when late */
export function briefFacts(
  { front, walk, stops }: Pick<BriefDocument, 'front' | 'walk' | 'stops'>,
  isForLeaders: boolean
): { label: string; value: string }[] {
  const isClass = walk.kind === 'class';
  const kit = (who: 'leaders' | 'everyone') =>
    front.kit
      .filter(({ carriedBy }) => carriedBy === who)
      .map(({ label }) => label)
      .join('; ');
  const facts: [string, string][] = [
    ['Where', isClass ? front.venue : front.site],
    ['Leaders', [front.leader, ...front.otherLeaders].join(', ')],
    ['Group', front.cohort],
    ['Meeting point', isClass ? '' : `${stops[0]?.name ?? ''}, ${placeWords(front.meeting)}`],
    [
      'Access for an ambulance',
      [front.accessPoint, front.access && placeWords(front.access)].filter(Boolean).join(' ')
    ],
    ['Nearest road', front.nearestRoad],
    ['Telephone signal', front.phoneSignal],
    ['Toilets', front.toilets],
    ['Light', front.light],
    ['Tide', front.tide],
    [
      'Turn back',
      front.turningBack
        ? `Leave ${front.turningBack.stop} by ${front.turningBack.by}, by the shortest way.`
        : ''
    ],
    ['Permission', front.permission],
    ['Rules of the place', front.localRules],
    ['The law in general', front.law],
    ['Everybody brings', kit('everyone')],
    ['Leaders carry', isForLeaders ? kit('leaders') : ''],
    [
      'When late, leave out',
      isForLeaders ? front.drops.map(({ stop, minutes }) => `${stop} (${minutes} min)`).join(', then ') : ''
    ]
  ];
  return facts.filter(([, value]) => value).map(([label, value]) => ({ label, value }));
}
