import { z } from 'zod';
import { abundances } from '../evidence';
import { units } from '../ground';
import { Stage } from '../knowledge';
import { type Calendar, referenceCalendar } from '../season';
import { BriefDocument, EmergencyNumber, Policy, roles, walkKinds, weatherKinds } from '../walk';
import { mostPhones } from './walk-events';

/** All that a phone takes along on a walk: what is tapped without network is judged by this alone. */

const Check = z.object({
  slug: z.string(),
  name: z.string(),
  /** What to do to see it. */
  look: z.string(),
  sense: z.string()
});

const PackTaxon = z.object({
  stop: z.string(),
  slug: z.string(),
  name: z.string(),
  scientific: z.string(),
  role: z.enum(roles),
  part: z.string(),
  portion: z.string(),
  reason: z.string(),
  /** At which it was planned. */
  stage: Stage.optional(),
  /** What tells it from its dangerous lookalikes, in checking order; empty where nothing does. */
  set: z.array(Check),
  isSeparable: z.boolean(),
  /** What stopped its gathering in the plan, and nobody lifted, in words. */
  forbidden: z.array(z.string()),
  /** Dangerous lookalikes that can be met, the weightiest first. */
  lookalikes: z.array(z.object({ slug: z.string(), name: z.string(), severity: z.number() })),
  /** Pieces wished for each person, where they are counted. */
  piecesEach: z.number().optional(),
  /** Units besides the piece in which its part can be counted, and how many pieces they hold. */
  measures: z.array(z.object({ unit: z.enum(units), pieces: z.number(), weighings: z.number() })),
  harvest: z.object({ rule: z.string(), tool: z.string(), exempt: z.string(), spacing: z.string() })
});
export type PackTaxon = z.infer<typeof PackTaxon>;

/** What must not be touched at a stop, and how it looks from afar. */
const Warning = z.object({
  slug: z.string(),
  name: z.string(),
  scientific: z.string(),
  harm: z.string(),
  fromAfar: z.string(),
  keepAway: z.string(),
  severity: z.number(),
  /** It burns or stings who touches it. */
  byTouch: z.boolean()
});

const PackStop = z.object({
  id: z.string(),
  name: z.string(),
  /** Minutes after midnight. */
  arrive: z.number(),
  leave: z.number(),
  minutes: z.number(),
  /** Head count, briefing and basket check that fall to it. */
  extra: z.number(),
  legMinutes: z.number(),
  legMetres: z.number(),
  backMinutes: z.number(),
  isOnShore: z.boolean(),
  longitude: z.number(),
  latitude: z.number(),
  talkingPoints: z.string(),
  activity: z
    .object({
      kind: z.string(),
      materials: z.string(),
      fire: z.boolean(),
      blades: z.boolean(),
      allergens: z.string()
    })
    .optional(),
  patch: z.string().optional(),
  warnings: z.array(Warning)
});
export type PackStop = z.infer<typeof PackStop>;

const PackPatch = z.object({
  id: z.string(),
  name: z.string(),
  taxon: z.string(),
  /** Of the part that is counted by itself; empty for all the other parts together. */
  account: z.string(),
  /** Parts that this walk gathers of it, all counted against one number. */
  parts: z.array(z.string()),
  /** What the whole walk may take; absent where no number is kept. */
  left: z.number().optional(),
  /** Why nothing may be taken. */
  none: z.string().optional(),
  isOnly: z.boolean(),
  contamination: z.array(z.string())
});
export type PackPatch = z.infer<typeof PackPatch>;

/** The brief as it was when it was taken along. */
export const PackBrief = z.object({
  version: z.number().int(),
  document: BriefDocument,
  /** Finished drawings, by their id in the document. */
  plates: z.record(z.string(), z.string()),
  /** The way with its stops, as its reader may see it: an SVG. */
  map: z.string().optional()
});
export type PackBrief = z.infer<typeof PackBrief>;

/** By a plant's slug and its stage: the chance that it is there on the day. */
export const stageChances = z.record(z.string(), z.record(z.string(), z.number()));

export const Pack = z.object({
  format: z.literal(2),
  walk: z.object({
    id: z.string(),
    name: z.string(),
    isoDate: z.iso.date(),
    kind: z.enum(walkKinds),
    timeZone: z.string(),
    site: z.string(),
    siteId: z.string()
  }),
  takenAt: z.iso.datetime(),
  takenBy: z.object({ id: z.string(), name: z.string() }),
  /** This phone's number, and how many phones the amounts were shared out to. */
  phone: z.number().int().min(1).max(mostPhones),
  phones: z.number().int().min(1).max(mostPhones),
  /** Guards the codes by which phones hand over shares; of this walk alone. */
  key: z.string(),
  school: z.object({ name: z.string(), numbers: z.array(EmergencyNumber), policy: Policy }),
  leaders: z.array(z.object({ id: z.string(), name: z.string() })),
  people: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      isMinor: z.boolean(),
      hasConsent: z.boolean()
    })
  ),
  /** Whom to ask for what: a learner's weakest pairs of this walk, the weakest first. */
  toAsk: z.array(z.object({ person: z.string(), taxon: z.string(), lookalike: z.string(), why: z.string() })),
  weather: z.array(
    z.object({ kind: z.enum(weatherKinds), limit: z.string(), decides: z.string(), when: z.string() })
  ),
  /** Minutes after midnight. */
  times: z.object({
    start: z.number(),
    end: z.number(),
    due: z.number(),
    /** Of the last basket check and head count. */
    closing: z.number(),
    wayBackMinutes: z.number(),
    /** How much longer the minutes back are reckoned than a leg usually takes. */
    caution: z.number().min(1).default(1),
    turningBack: z.object({ stop: z.string(), at: z.number() }).optional(),
    drops: z.array(z.object({ stop: z.string(), minutes: z.number() })),
    shore: z.array(z.object({ from: z.number(), until: z.number() })),
    light: z.object({ sunrise: z.number(), sunset: z.number() }).optional()
  }),
  site: z.object({
    mayPick: z.boolean(),
    mayDig: z.boolean(),
    mayFire: z.boolean(),
    habitats: z.array(z.string())
  }),
  /** How much of a plant was recorded at the site, by its slug. */
  abundance: z.record(z.string(), z.enum(abundances)),
  /** Of what harms, by the forecast of the site. */
  mayBeUp: stageChances,
  stops: z.array(PackStop),
  taxa: z.array(PackTaxon),
  patches: z.array(PackPatch),
  brief: PackBrief.optional(),
  /** The school's library as it was then: a document of the library, compiled on the phone. */
  library: z.unknown()
});
export type Pack = z.infer<typeof Pack>;

/** When stages are there: what harms is never rarer than the forecast of the site has it on the walk's day. */
export const calendarOf = ({ mayBeUp }: Pick<Pack, 'mayBeUp'>): Calendar => ({
  ...referenceCalendar,
  chanceOfHarmful: (taxon, stage, day) =>
    Math.max(referenceCalendar.chanceOfHarmful(taxon, stage, day), mayBeUp[taxon.slug]?.[stage.stage] ?? 0)
});

export const stopName = ({ stops }: Pick<Pack, 'stops'>, id: string): string =>
  stops.find((stop) => stop.id === id)?.name ?? 'a stop';

/** What a patch may give of a part; undefined where the walk gathers no such part there. */
export const patchOf = (
  { patches }: Pick<Pack, 'patches'>,
  patch: string | undefined,
  part: string
): PackPatch | undefined => patches.find(({ id, parts }) => id === patch && parts.includes(part));
