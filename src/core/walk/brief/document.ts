import { z } from 'zod';
import { Ground } from '../../ground';
import { Activity, walkKinds } from '../plan/facts';
import { EmergencyNumber, roles } from '../policy';
import { AnyText } from '../rich-text';
import { WeatherLimit } from '../weather-limit';

/**
 * A finished brief: everything that is printed, with its drawings, so that no later release changes it. What
 * was added since the first format has a default, so that earlier briefs are still read.
 */

/** A plate of a brief: its finished drawing is kept beside the document under the id. */
const BriefPlate = z.object({
  id: z.string(),
  width: z.number(),
  height: z.number(),
  anchors: z.record(z.string(), z.object({ x: z.number(), y: z.number() }))
});
export type BriefPlate = z.infer<typeof BriefPlate>;

const Named = z.object({ slug: z.string(), name: z.string(), scientific: z.string(), stage: z.string() });

const SheetRow = z.object({
  slug: z.string(),
  name: z.string(),
  look: z.string(),
  sense: z.string(),
  target: z.string(),
  lookalike: z.string(),
  separability: z.number(),
  decides: z.boolean(),
  /** The piece that is taken does not bear it. Briefs that were published before do not say. */
  onPlantOnly: z.boolean().default(false)
});

export const ContrastSheet = z.object({
  key: z.string(),
  target: Named.extend({ role: z.enum(roles) }),
  lookalike: Named.extend({ severity: z.number(), harm: z.string(), onset: z.string() }),
  /** The group stands before the dangerous one; the other is what it is taken for, and need not be there. */
  isDangerMet: z.boolean().default(false),
  rating: z.object({
    consequence: z.number(),
    likelihood: z.number(),
    movedByDrills: z.number().default(0),
    rating: z.number(),
    chanceMet: z.number(),
    chanceMistaken: z.number()
  }),
  /** False: the two cannot be told apart now on the piece that is taken. */
  separable: z.boolean(),
  /** Nobody confounds the two who looks, but a hand takes both: every piece is sorted. */
  growsAmong: z.boolean().optional(),
  firstDate: z.string().optional(),
  rows: z.array(SheetRow),
  trust: z.object({ onTarget: z.number(), onLookalike: z.number() }).optional(),
  /** Names of those whose looks were not confirmed. Briefs that were published before do not say. */
  drafts: z.array(z.string()).default([]),
  failingTest: z.object({ claim: z.string(), fails: z.string() }).optional(),
  why: z.string().optional(),
  notYet: z.object({ stage: z.string(), from: z.string() }).optional(),
  /** Null for a taxon that is not drawn yet. */
  plates: z.tuple([BriefPlate.nullable(), BriefPlate.nullable()])
});
export type ContrastSheet = z.infer<typeof ContrastSheet>;

const BriefStop = z.object({
  number: z.number(),
  name: z.string(),
  arrive: z.string(),
  leave: z.string(),
  minutes: z.number(),
  legMetres: z.number(),
  legMinutes: z.number(),
  talkingPoints: AnyText,
  activity: Activity.optional(),
  // Left out where learners are not told the place.
  longitude: z.number().optional(),
  latitude: z.number().optional(),
  /** Of a plant that is rare there: its place is for those who teach. Unknown, in older briefs, counts as rare. */
  isRare: z.boolean().default(true),
  taxa: z.array(
    z.object({
      name: z.string(),
      scientific: z.string(),
      role: z.enum(roles),
      part: z.string(),
      portion: z.string(),
      reason: z.string(),
      specimens: z.string().default('')
    })
  )
});

const Contact = z.object({
  name: z.string(),
  scientific: z.string(),
  effect: z.string(),
  onset: z.string(),
  where: z.string(),
  wear: z.string().default('Do not touch.'),
  onContact: z.string().default('Wash at once, and keep the skin out of the sun.'),
  rating: z.number().default(0)
});

export const BriefDocument = z.object({
  format: z.union([z.literal(1), z.literal(2)]),
  walk: z.object({
    kind: z.enum(walkKinds).default('walk'),
    name: z.string(),
    isoDate: z.string(),
    start: z.string(),
    end: z.string(),
    timeZone: z.string()
  }),
  front: z.object({
    site: z.string(),
    venue: z.string().default(''),
    accessPoint: z.string(),
    /** The nearest road that an ambulance can drive on. */
    nearestRoad: z.string().default(''),
    phoneSignal: z.string().default(''),
    toilets: z.string().default(''),
    permission: z.string(),
    localRules: z.string().default(''),
    /** What the law of the region asks in general. */
    law: z.string().default(''),
    leader: z.string(),
    otherLeaders: z.array(z.string()).default([]),
    cohort: z.string(),
    emergencyNumbers: z.array(EmergencyNumber),
    meeting: z.object({ longitude: z.number(), latitude: z.number(), gridReference: z.string().default('') }),
    /** Where an ambulance meets the group, where the map says it. */
    access: z.object({ longitude: z.number(), latitude: z.number(), gridReference: z.string() }).optional(),
    due: z.string().default(''),
    turningBack: z.object({ stop: z.string(), by: z.string() }).optional(),
    drops: z.array(z.object({ stop: z.string(), minutes: z.number() })).default([]),
    tide: z.string().default(''),
    light: z.string().default(''),
    kit: z
      .array(z.object({ label: z.string(), why: z.string(), carriedBy: z.enum(['leaders', 'everyone']) }))
      .default([]),
    weather: z.array(WeatherLimit).default([])
  }),
  stops: z.array(BriefStop),
  /** The ground and the legs of the way, as they were. Briefs that were published before have none; nor has a class. */
  map: z.object({ ground: Ground, route: z.array(z.array(z.array(z.number()))) }).optional(),
  targets: z.array(
    Named.extend({
      role: z.enum(roles),
      stageProbability: z.number(),
      found: z.boolean(),
      set: z.array(z.string()),
      firstDate: z.string().optional(),
      onTarget: z.number()
    })
  ),
  sheets: z.array(ContrastSheet),
  /** Lighter pairs, in words alone. */
  appendix: z.array(
    z.object({ target: z.string(), lookalike: z.string(), rating: z.number(), rows: z.array(SheetRow) })
  ),
  /** What the leaders add to a pair, by its key. */
  remarks: z.record(z.string(), z.string()).default({}),
  contact: z.array(Contact),
  /** Animals, ground and water. */
  dangers: z
    .array(
      z.object({
        kind: z.enum(['animal', 'ground', 'water']),
        name: z.string(),
        what: z.string(),
        consequence: z.number(),
        likelihood: z.number()
      })
    )
    .default([]),
  harvest: z.array(
    z.object({
      name: z.string(),
      scientific: z.string(),
      part: z.string(),
      portion: z.string(),
      /** Of each person and of the group, where pieces are counted. */
      howMany: z.string().default(''),
      rule: z.string(),
      /** Which are left alone. */
      exempt: z.string().default(''),
      spacing: z.string().default(''),
      tool: z.string(),
      preparation: z.string(),
      conditions: z.string()
    })
  ),
  /** What might be eaten on this walk, by mistake or not, and how it shows. */
  ill: z
    .array(
      z.object({
        name: z.string(),
        scientific: z.string(),
        effect: z.string(),
        onset: z.string(),
        severity: z.number()
      })
    )
    .default([]),
  /** What is done at once after a bite or a sting of what may be met. */
  bites: z.array(z.object({ name: z.string(), firstAid: z.array(z.string()) })).default([]),
  library: z.object({ hash: z.string(), name: z.string(), taxa: z.number() })
});
export type BriefDocument = z.infer<typeof BriefDocument>;

/** What anybody may read of a brief without its sheets: what a later plan is compared with. */
export type BriefOutline = Omit<BriefDocument, 'sheets' | 'appendix'>;
