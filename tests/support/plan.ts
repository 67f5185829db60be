import type { Position } from 'geojson';
import { animalsOn, englishName, nameWithin } from '../../src/core/knowledge';
import { learnedPace, wayAlong } from '../../src/core/route';
import {
  type Check,
  type Checked,
  type Lift,
  type PlanFacts,
  Policy,
  type Role,
  type TaxonFacts,
  planTimes,
  proposeKit,
  runChecks,
  surveyTaxon,
  taxonFacts
} from '../../src/core/walk';
import { springWood } from './circumstances';
import { shippedLibrary } from './content';

const library = shippedLibrary();

/** A taxon of a plan as the survey finds it on a date; it is confirmed, and its patch gives enough. */
export function plannedTaxon(
  slug: string,
  role: Role,
  change: Partial<TaxonFacts> = {},
  isoDate = springWood.isoDate
): TaxonFacts {
  const taxon = library.taxa.get(slug)!;
  const survey = surveyTaxon(library, taxon, role, { ...springWood, isoDate });
  return {
    ...taxonFacts(library, survey, {
      id: slug,
      key: slug,
      label: nameWithin(englishName(taxon)),
      account: '',
      stopId: 'burn',
      role,
      part: taxon.uses[0]?.part ?? '',
      portion: '',
      piecesEach: undefined,
      pickingRate: 2,
      reason: '',
      specimens: undefined,
      sources: 2,
      allowance: { kind: 'to need' },
      isRenamed: false
    }),
    ...change
  };
}

const stop = (id: string, at: [number, number], minutes: number): PlanFacts['stops'][number] => ({
  id,
  name: id,
  at,
  minutes,
  activity: undefined,
  isOnShore: false,
  patch: {
    id: `patch ${id}`,
    name: `Patch at the ${id}`,
    isGone: false,
    closed: undefined,
    contamination: []
  }
});

/** The path that its stops lie on, over level ground. */
export const soundPath = [
  [-8.7, 54.3, 20],
  [-8.69, 54.3, 20]
];

/** A plan of three stops that passes every check. */
export const soundPlan: PlanFacts = {
  kind: 'walk',
  months: library.region,
  animals: animalsOn(library.animals, {
    place: undefined,
    day: 115,
    habitats: ['woodland'],
    isOnShore: false
  }),
  isoDate: '2027-04-25',
  today: '2027-04-24',
  rhythm: {
    start: 600,
    pace: { rule: 'Naismith', factor: 2.5 },
    briefing: 10,
    headCount: 2,
    basketCheck: 10
  },
  pace: { ...learnedPace(2.5, []), source: 'usual', company: 'adults' },
  due: undefined,
  reserve: 15,
  level: 'beginner',
  policy: Policy.parse({}),
  group: {
    name: 'Spring beginners',
    learners: 9,
    minors: 0,
    withoutConsent: [],
    healthMatters: 0,
    healthNotes: 2
  },
  leaders: [{ name: 'Bram Oakhill', firstAidUntil: '2028-01-01' }],
  school: {
    emergencyNumbers: [{ label: 'Emergency call', number: '112' }],
    insuranceUntil: '2028-01-01'
  },
  site: {
    name: 'Crannoge Wood',
    habitats: ['grassland'],
    kinds: ['path'],
    altitudeMetres: 40,
    isLevel: false,
    hasTide: false,
    accessPoint: 'Forest gate on the lane.',
    mayPick: true,
    mayDig: false,
    mayFire: false,
    mayCharge: true,
    designation: '',
    localRules: '',
    law: 'Ask the landowner.',
    permissionSince: '2027-01-01',
    permissionUntil: '2027-12-31',
    largestGroup: 12
  },
  dangersOfGround: [],
  venue: '',
  light: { sunrise: 370, sunset: 1255 },
  shore: [],
  stops: [stop('gate', [-8.7, 54.3], 10), stop('burn', [-8.698, 54.3], 30), stop('barn', [-8.699, 54.3], 10)],
  taxa: [plannedTaxon('allium-ursinum', 'gather')],
  weather: [
    { kind: 'lightning', limit: 'thunder', decides: 'Bram Oakhill', when: 'the evening before' },
    { kind: 'cold and wet', limit: 'rain', decides: 'Bram Oakhill', when: 'the evening before' }
  ],
  kit: { struck: [], packed: [], own: [] },
  readiness: { pairs: 3, practised: 9, dangerousGathers: 0 },
  librarySize: 95
};

export function checked(change: Partial<PlanFacts> = {}, path: Position[] = soundPath): Checked {
  const facts = { ...soundPlan, ...change };
  const times = planTimes(facts, wayAlong(path));
  return { facts, times, kit: proposeKit(facts, times.end, []) };
}

export const ledgerOf = (change: Partial<PlanFacts> = {}, lifts: readonly Lift[] = []): Check[] =>
  runChecks(checked(change), lifts);

export const keysOf = (checks: readonly Check[], state: Check['state']): string[] =>
  checks.filter((check) => check.state === state).map(({ key }) => key);
