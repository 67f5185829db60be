import { z } from 'zod';
import type { SchoolDb } from '../database/school';
import { rowOf } from '../database/rows';

/** One of the first things that a new school does, in an order in which each finds what it needs. */
export interface FirstStep {
  readonly title: string;
  readonly why: string;
  readonly href: string;
  readonly isDone: boolean;
}

const Begun = z.object({
  hasNumbers: z.boolean(),
  site: z.string().nullable(),
  pathSite: z.string().nullable(),
  hasPatches: z.boolean(),
  hasLearners: z.boolean(),
  hasGroup: z.boolean(),
  walk: z.string().nullable(),
  stoppedWalk: z.string().nullable(),
  hasBrief: z.boolean()
});

/** What a school has still to do before its first brief; nothing once one was published. */
export async function firstSteps(db: SchoolDb): Promise<readonly FirstStep[]> {
  const begun = (await rowOf(
    db,
    Begun,
    `select (select jsonb_array_length(emergency_numbers) > 0 from school) as "hasNumbers",
            (select id from site order by id limit 1) as site,
            (select id from site where ground @? '$.features[*].properties ? (@.kind == "path")' order by id limit 1) as "pathSite",
            exists (select from patch) as "hasPatches",
            exists (select from person where role in ('learner', 'guest')) as "hasLearners",
            exists (select from cohort_member) as "hasGroup",
            (select id from walk order by id limit 1) as walk,
            (select walk_id from stop order by walk_id limit 1) as "stoppedWalk",
            exists (select from brief) as "hasBrief"`,
    []
  ))!;
  if (begun.hasBrief) return [];
  const site = begun.pathSite ?? begun.site;
  const walk = begun.stoppedWalk ?? begun.walk;
  const ground = site ? `/ground/${site}` : '/ground';
  return [
    {
      title: 'Name a site, and say where it is',
      why: 'By coordinates, a grid reference or a track: light, tide and season follow from the place.',
      href: ground,
      isDone: begun.site !== null
    },
    {
      title: 'Give it a path',
      why: 'From a GPX track, or drawn on its map: walking times come from it.',
      href: site ? `${ground}/map` : '/ground',
      isDone: begun.pathSite !== null
    },
    {
      title: 'Put its first patches on the map',
      why: 'Point at where a plant stands. What grows there decides what can be shown, and when.',
      href: site ? `${ground}#add-patch` : '/ground',
      isDone: begun.hasPatches
    },
    {
      title: 'Write down the emergency numbers',
      why: 'No brief is published without them.',
      href: '/school',
      isDone: begun.hasNumbers
    },
    {
      title: 'Bring in the people',
      why: 'Paste their names. Who has an address can be invited to read and practise.',
      href: '/people/list',
      isDone: begun.hasLearners
    },
    {
      title: 'Make a group of them',
      why: 'A walk is planned for a group: its level decides what may be gathered.',
      href: '/people',
      isDone: begun.hasGroup
    },
    {
      title: 'Plan a walk',
      why: 'A day, a site, a group.',
      href: '/walks/new',
      isDone: begun.walk !== null
    },
    {
      title: 'Take in its stops',
      why: 'From the patches that are ready on the day, each with a role and the reason for it.',
      href: walk ? `/walks/${walk}` : '/walks/new',
      isDone: begun.stoppedWalk !== null
    },
    {
      title: 'Publish its brief',
      why: 'The plan says what is still to be mended. What is to be gathered needs two sources; what is shown does not.',
      href: walk ? `/walks/${walk}` : '/walks/new',
      isDone: false
    }
  ];
}
