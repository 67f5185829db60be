import { nameWithin } from '../../knowledge';
import type { BriefOutline } from './document';
import type { Change } from '../plan/changes';
import { plainText } from '../rich-text';

/** What a reader of one brief would have to be told of another: in words, stop by stop. */

type Words = string | number | boolean;

const compared = (about: string, before: Words, after: Words): Change[] =>
  before === after ? [] : [{ about, before: String(before) || 'nothing', after: String(after) || 'nothing' }];

const taxaOf = ({ taxa }: BriefOutline['stops'][number]) =>
  taxa
    .map(({ role, name, part, portion }) => [role, nameWithin(name), part, portion].filter(Boolean).join(' '))
    .join('; ');

function stopChanges(before: BriefOutline, after: BriefOutline): Change[] {
  const old = new Map(before.stops.map((stop) => [stop.name, stop]));
  const names = new Set(after.stops.map(({ name }) => name));
  const place = (stop: BriefOutline['stops'][number]) =>
    stop.latitude === undefined || stop.longitude === undefined
      ? ''
      : `${stop.latitude.toFixed(5)}, ${stop.longitude.toFixed(5)}`;
  return [
    ...before.stops
      .filter(({ name }) => !names.has(name))
      .map(({ name, number }) => ({
        about: `Stop ${number}, ${name}`,
        before: 'on the walk',
        after: 'left out'
      })),
    ...after.stops.flatMap((stop) => {
      const was = old.get(stop.name);
      const about = `Stop ${stop.number}, ${stop.name}`;
      if (!was) return [{ about, before: 'not there', after: `new, ${stop.arrive} to ${stop.leave}` }];
      return [
        ...compared(`${about}: time`, `${was.arrive} to ${was.leave}`, `${stop.arrive} to ${stop.leave}`),
        ...compared(`${about}: place`, place(was), place(stop)),
        ...compared(`${about}: taxa`, taxaOf(was), taxaOf(stop)),
        ...compared(`${about}: talking points`, plainText(was.talkingPoints), plainText(stop.talkingPoints)),
        ...compared(`${about}: activity`, activityOf(was), activityOf(stop))
      ];
    })
  ];
}

const activityOf = ({ activity }: BriefOutline['stops'][number]) =>
  activity ? [activity.kind, activity.materials, activity.allergens].filter(Boolean).join(', ') : '';

const listed = (items: readonly { readonly label?: string; readonly name?: string }[]) =>
  items.map(({ label, name }) => label ?? name ?? '').join('; ');

function frontChanges(before: BriefOutline, after: BriefOutline): Change[] {
  const [a, b] = [before.front, after.front];
  return [
    ...compared('Name', before.walk.name, after.walk.name),
    ...compared('Date', before.walk.isoDate, after.walk.isoDate),
    ...compared('Start', before.walk.start, after.walk.start),
    ...compared('End', before.walk.end, after.walk.end),
    ...compared('Due back', a.due, b.due),
    ...compared('Leader', a.leader, b.leader),
    ...compared('Other leaders', a.otherLeaders.join(', '), b.otherLeaders.join(', ')),
    ...compared('Group', a.cohort, b.cohort),
    ...compared('Place', a.venue || a.site, b.venue || b.site),
    ...compared('Access for an ambulance', a.accessPoint, b.accessPoint),
    ...compared('Nearest road', a.nearestRoad, b.nearestRoad),
    ...compared('Permission', a.permission, b.permission),
    ...compared('Local rules', a.localRules, b.localRules),
    // Briefs from before it was said lack nothing.
    ...(a.law ? compared('The law in general', a.law, b.law) : []),
    ...compared(
      'Emergency numbers',
      a.emergencyNumbers.map(({ label, number }) => `${label} ${number}`).join('; '),
      b.emergencyNumbers.map(({ label, number }) => `${label} ${number}`).join('; ')
    ),
    ...compared('Telephone signal', a.phoneSignal, b.phoneSignal),
    ...compared('Toilets', a.toilets, b.toilets),
    ...compared('Tide', a.tide, b.tide),
    ...compared('Kit', listed(a.kit), listed(b.kit)),
    ...compared(
      'Weather limits',
      a.weather.map(({ kind, limit, decides, when }) => `${kind}: ${limit}, ${decides}, ${when}`).join('; '),
      b.weather.map(({ kind, limit, decides, when }) => `${kind}: ${limit}, ${decides}, ${when}`).join('; ')
    )
  ];
}

const cardKey = ({ scientific, part }: BriefOutline['harvest'][number]) => `${scientific} ${part}`;

function plantChanges(before: BriefOutline, after: BriefOutline): Change[] {
  const targets = new Map(before.targets.map((target) => [target.slug, target]));
  const harvests = new Map(before.harvest.map((card) => [cardKey(card), card]));
  const apart = ({ found, set }: BriefOutline['targets'][number]) =>
    found ? set.join(' + ') || 'no dangerous lookalike described' : 'not at this stage';
  return [
    ...after.targets.flatMap((target) => {
      const was = targets.get(target.slug);
      return was
        ? [
            ...compared(`Stage of ${nameWithin(target.name)}`, was.stage, target.stage),
            ...compared(`Telling ${nameWithin(target.name)} apart`, apart(was), apart(target))
          ]
        : [];
    }),
    ...after.harvest.flatMap((card) => {
      const was = harvests.get(cardKey(card));
      return was ? compared(`How many ${nameWithin(card.name)} ${card.part}`, was.howMany, card.howMany) : [];
    }),
    ...compared('Harm by contact', listed(before.contact), listed(after.contact)),
    ...compared('Animals, ground and water', listed(before.dangers), listed(after.dangers)),
    ...compared(
      'Remarks on pairs',
      Object.values(before.remarks).join('; '),
      Object.values(after.remarks).join('; ')
    ),
    ...compared('Library', before.library.hash.slice(0, 12), after.library.hash.slice(0, 12))
  ];
}

/** @returns nothing where the two say the same */
export const briefDifferences = (before: BriefOutline, after: BriefOutline): Change[] => [
  ...frontChanges(before, after),
  ...stopChanges(before, after),
  ...plantChanges(before, after)
];
