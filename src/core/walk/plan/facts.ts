import type { Position } from 'geojson';
import { z } from 'zod';
import type { Allowance, Contamination, Edge, GroundKind } from '../../ground';
import {
  type Region,
  type Animal,
  type Hazard,
  type Library,
  type Load,
  type Stage,
  englishName,
  harvestOf,
  nameWithin,
  worstContact,
  worstSeverity,
  isTaught,
  preparationsOf
} from '../../knowledge';
import type { Kitchen } from '../../making';
import type { Company, LearnedPace, Rhythm } from '../../route';
import type { EmergencyNumber, Level, Policy, Role } from '../policy';
import type { Survey } from '../survey';
import type { WeatherLimit } from '../weather-limit';

/** What is known of a plan, as plain data: the checks run on it in the browser as on the server. */

/** A class is a walk without legs: stations in one place, and specimens that are brought along. */
export const walkKinds = ['walk', 'class'] as const;
export type WalkKind = (typeof walkKinds)[number];

export const activityKinds = [
  'brew',
  'cook over fire',
  'cordage',
  'tool',
  'preparation',
  'quiz',
  'other'
] as const;

/** What a stop is for beside plants. */
export const Activity = z.object({
  kind: z.enum(activityKinds),
  materials: z.string().trim().max(300).default(''),
  fire: z.boolean().default(false),
  blades: z.boolean().default(false),
  /** What somebody may be allergic to, beside the plants. */
  allergens: z.string().trim().max(200).default('')
});
export type Activity = z.infer<typeof Activity>;

/** How a specimen lies on the table of a class. */
export const handlings = ['open', 'bagged'] as const;

export interface StopFacts {
  readonly id: string;
  readonly name: string;
  readonly at: Position;
  readonly minutes: number;
  readonly activity: Activity | undefined;
  /** Below high water: reached within a shore window only. */
  readonly isOnShore: boolean;
  readonly patch:
    | {
        readonly id: string;
        readonly name: string;
        readonly isGone: boolean;
        /** Why nothing may be picked there on the day. */
        readonly closed: string | undefined;
        readonly contamination: readonly Contamination[];
      }
    | undefined;
}

export interface TaxonFacts {
  /** Of this plant at this stop in this part. */
  readonly id: string;
  /** By which the checks name it: the slug where the plant is planned once. */
  readonly key: string;
  /** As the checks call it: the name, with part and stop where the plant is planned more than once. */
  readonly label: string;
  readonly slug: string;
  /** English, in small letters. */
  readonly name: string;
  readonly scientific: string;
  readonly stopId: string;
  readonly role: Role;
  readonly part: string;
  readonly portion: string;
  readonly piecesEach: number | undefined;
  /** Pieces of that part that a person picks in a minute, as learned; undefined where nothing is gathered. */
  readonly pickingRate: number | undefined;
  readonly reason: string;
  readonly specimens: { readonly count: number; readonly handling: (typeof handlings)[number] } | undefined;
  /** Independent sources that confirm the use of that part. */
  readonly sources: number;
  readonly stage: Stage | undefined;
  readonly chance: number;
  /** Whether a separating set exists against every dangerous lookalike that can be met. */
  readonly separable: boolean;
  /** Names of its characters. */
  readonly set: readonly string[];
  readonly open: readonly string[];
  /** Lookalikes that are not up yet, each with the date from which it is. */
  readonly coming: readonly { readonly name: string; readonly from: string }[];
  readonly firstDate: string | undefined;
  /** How often a beginner gets the whole set right on a true plant. */
  readonly onTarget: number;
  readonly lookalikes: readonly string[];
  readonly uses: readonly {
    readonly part: string;
    readonly stages: readonly Stage[];
    readonly conditions: string;
    readonly isEaten: boolean;
  }[];
  readonly severity: number;
  readonly contactSeverity: number;
  readonly family: { readonly english: string; readonly isCautious: boolean; readonly caution: string };
  readonly loads: readonly Load[];
  readonly legal: readonly string[];
  readonly tool: string;
  /** What the ways need that are taught for its part. */
  readonly kitchen: readonly Kitchen[];
  /** What it does to who touches it, where that is worth gloves. */
  readonly contact: Pick<Hazard, 'route' | 'effect' | 'severity'> | undefined;
  /** What the patch may still give, without what this walk itself reserves; undefined where no patch is chosen. */
  readonly allowance: Allowance | undefined;
  /** In which its part is counted: empty for all parts of the plant together. */
  readonly account: string;
  /** The patch was found to hold another plant since. */
  readonly isRenamed: boolean;
}

/** Where the pace of a plan comes from. */
export interface PlannedPace extends LearnedPace {
  readonly source: 'set by hand' | 'learned' | 'usual';
  readonly company: Company;
}

export interface PlanFacts {
  readonly kind: WalkKind;
  readonly isoDate: string;
  readonly today: string;
  readonly rhythm: Rhythm;
  readonly pace: PlannedPace;
  /** When everybody has to be back, in minutes after midnight; undefined where nobody said. */
  readonly due: number | undefined;
  /** Minutes that nothing is planned for. */
  readonly reserve: number;
  readonly level: Level;
  readonly policy: Policy;
  readonly group: {
    readonly name: string | undefined;
    readonly learners: number;
    readonly minors: number;
    /** Learners under 18 without a guardian's recorded consent. */
    readonly withoutConsent: readonly string[];
    /** Health notes that speak against something on this walk: how many, never whose. */
    readonly healthMatters: number;
    /** Health notes kept of this group. */
    readonly healthNotes: number;
  };
  readonly leaders: readonly { readonly name: string; readonly firstAidUntil: string | undefined }[];
  readonly school: {
    readonly emergencyNumbers: readonly EmergencyNumber[];
    readonly insuranceUntil: string | undefined;
  };
  /** That may be met on the day, the weightiest first. */
  readonly animals: readonly Animal[];
  /** Months of the year, 1–12, in which the region has heat, or cold and wet. */
  readonly months: Pick<Region, 'heat' | 'cold'>;
  readonly site: {
    readonly name: string;
    readonly habitats: readonly string[];
    readonly kinds: readonly GroundKind[];
    readonly altitudeMetres: number | undefined;
    /** Nothing on it climbs, by who knows it. */
    readonly isLevel: boolean;
    readonly hasTide: boolean;
    readonly accessPoint: string | undefined;
    readonly mayPick: boolean;
    readonly mayDig: boolean;
    readonly mayFire: boolean;
    readonly mayCharge: boolean;
    readonly designation: string;
    readonly localRules: string;
    /** What the law of its region asks in general. */
    readonly law: string;
    readonly permissionSince: string | undefined;
    readonly permissionUntil: string | undefined;
    readonly largestGroup: number | undefined;
  };
  /** What a group keeps away from, where the map of the site has it. */
  readonly dangersOfGround: readonly {
    readonly kind: GroundKind;
    readonly name: string | undefined;
    readonly edge: Edge;
  }[];
  /** Of a class: the room, garden or kitchen. */
  readonly venue: string;
  /** Sunrise and sunset in minutes after midnight; undefined where the site's place is not known. */
  readonly light: { readonly sunrise: number; readonly sunset: number } | undefined;
  /** When the shore can be walked, in minutes after midnight. */
  readonly shore: readonly { readonly from: number; readonly until: number }[];
  readonly stops: readonly StopFacts[];
  readonly taxa: readonly TaxonFacts[];
  readonly weather: readonly WeatherLimit[];
  readonly kit: {
    readonly struck: readonly string[];
    readonly packed: readonly string[];
    readonly own: readonly string[];
  };
  /** Of the group's drills on this walk's pairs. */
  readonly readiness: {
    readonly practised: number;
    readonly dangerousGathers: number;
    readonly pairs: number;
  };
  /** Taxa that the library describes. */
  readonly librarySize: number;
}

/** What the plan says of one taxon, put together with what the survey found. */
export function taxonFacts(
  library: Library,
  survey: Survey,
  planned: Pick<
    TaxonFacts,
    | 'id'
    | 'key'
    | 'label'
    | 'account'
    | 'stopId'
    | 'role'
    | 'part'
    | 'portion'
    | 'piecesEach'
    | 'pickingRate'
    | 'reason'
    | 'specimens'
    | 'sources'
    | 'allowance'
    | 'isRenamed'
  >
): TaxonFacts {
  const { target, separation } = survey;
  const family = library.families.get(target.family);
  const contact = worstContact(target);
  return {
    ...planned,
    slug: target.slug,
    name: nameWithin(englishName(target)),
    scientific: target.name,
    stage: survey.stage?.stage,
    chance: survey.stageProbability,
    separable: separation.found,
    set: separation.set.characters.map(({ name }) => name.toLowerCase()),
    open: separation.found
      ? []
      : [...new Set(separation.open.map(({ taxon }) => nameWithin(englishName(library.taxa.get(taxon)!))))],
    coming: survey.coming.map(({ taxon, from }) => ({ name: nameWithin(englishName(taxon)), from })),
    firstDate: survey.firstDate,
    onTarget: survey.trust.onTarget,
    lookalikes: survey.pairs.map(({ lookalike }) => lookalike.taxon.slug),
    uses: target.uses
      .filter(({ kind }) => kind !== 'history')
      .map(({ part, stages, conditions, kind }) => ({ part, stages, conditions, isEaten: kind !== 'craft' })),
    severity: worstSeverity(target),
    contactSeverity: target.contactSeverity,
    family: {
      english: family?.english ?? target.family,
      isCautious: family?.cautious ?? false,
      caution: family?.caution ?? ''
    },
    loads: target.loads,
    legal: target.legal.map(({ region, status }) => `${region}: ${status}`),
    tool: harvestOf(target, planned.part)?.tool ?? '',
    kitchen: preparationsOf(target, planned.part)
      .filter(isTaught)
      .map(({ way, method }) => ({ way, tool: method.tool })),
    contact: contact && { route: contact.route, effect: contact.effect, severity: contact.severity }
  };
}

/** Whether a part lies in the ground, so that taking it needs leave to dig. */
export const isDug = (part: string): boolean => /\b(root|tuber|bulb|rhizome|corm|rootstock)/i.test(part);
