import { z } from 'zod';
import { Animal } from './animal';
import { ReferencePlace, Region, firstRegion } from './region';
import { Preparation } from './preparation';

/** The starter library as it is written in `content/`, one shape a kind of file. */

export const stageNames = [
  'seedling',
  'first-year leaf',
  'leaf',
  'bud',
  'flower',
  'fruit',
  'seed',
  'winter'
] as const;
export const Stage = z.enum(stageNames);
export type Stage = z.infer<typeof Stage>;

/** BBCH principal growth stages (Meier 2001) that each of our stages covers. */
export const bbchOf: Readonly<Record<Stage, string>> = {
  seedling: '0–1',
  'first-year leaf': '1–2',
  leaf: '1–3',
  bud: '5',
  flower: '6',
  fruit: '7–8',
  seed: '8–9',
  winter: '9'
};

/** More answers than that no character has. */
export const mostStates = 32;

const slug = z.string().regex(/^[a-z][a-z0-9-]*$/, 'is not a slug (small letters, digits, hyphens)');
const text = z.string().trim().min(1);

export const organs = [
  'habit',
  'leaf blade',
  'leaf stalk and sheath',
  'stem',
  'inflorescence',
  'flower',
  'fruit',
  'underground',
  'frond',
  'shell',
  'sap',
  'scent',
  'place'
] as const;
export type Organ = (typeof organs)[number];

export const aspects = [
  'shape',
  'veins',
  'hairs',
  'surface',
  'section and body',
  'size',
  'colour',
  'attachment'
] as const;

/** Senses in the order in which a plant is checked: from afar, near, broken with a stick, then by hand. */
export const senses = ['far', 'near', 'break', 'touch', 'scent', 'cut', 'dig'] as const;
export type Sense = (typeof senses)[number];

const characterBase = {
  slug,
  name: text,
  /** How to look, as an instruction to the learner. */
  look: text,
  organ: z.enum(organs),
  trait: text,
  /**
   * What of its organ it is about: several traits of one aspect rest on the same fact, as a finely cut leaf shows it in
   * outline, division and margin. Without one it never is among three of one organ that tell.
   */
  aspect: z.enum(aspects).optional(),
  /**
   * Its state follows from whether the plant has this organ now, as the form of growth does from the stem:
   * between a plant with and one without, it says no more than that.
   */
  follows: z.enum(organs).optional(),
  /** It can be seen only where another character is in one of these states: leaflets only on a leaf that has some. */
  within: z.strictObject({ character: slug, states: z.array(slug).min(1) }).optional(),
  sense: z.enum(senses),
  /** Seconds that the check costs. */
  effort: z.number().positive(),
  salience: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  /** ε: how often a novice names a state at random. */
  error: z.number().min(0.01).max(0.5)
};

export const Character = z.discriminatedUnion('kind', [
  z.strictObject({
    ...characterBase,
    kind: z.literal('states'),
    states: z
      .array(
        z.strictObject({
          slug,
          label: text,
          definition: text,
          /**
           * The organ is not there at all, as flowers on a plant in leaf, or a part of it is not, as the umbel
           * of a daisy: two absences are no likeness.
           */
          absent: z.union([z.literal(true), z.literal('part')]).optional(),
          /** An organ that is not there either: without leaf stalks there are no leaves. */
          without: z.enum(organs).optional(),
          /** Nothing special there, as no spots: two plants are no more alike for that (a negative match). */
          negative: z.literal(true).optional()
        })
      )
      .min(2)
      .max(mostStates)
  }),
  z.strictObject({
    ...characterBase,
    kind: z.literal('range'),
    unit: text,
    /** Class limits, rising: n limits make n − 1 classes. */
    limits: z.array(z.number()).min(4).max(9)
  })
]);
export type Character = z.infer<typeof Character>;

export const FrequencyWord = z.enum(['always', 'usually', 'sometimes', 'rarely']);
export type FrequencyWord = z.infer<typeof FrequencyWord>;

const StateCell = z.record(slug, FrequencyWord);
const RangeCell = z.strictObject({ min: z.number(), low: z.number(), high: z.number(), max: z.number() });
export const Cell = z.union([StateCell, RangeCell]);
export type Cell = z.infer<typeof Cell>;

const dayOfYear = z.number().int().min(1).max(366);

/** Start, peak from, peak to, end, as days of the year; a window may cross the new year. */
export const Window = z.tuple([dayOfYear, dayOfYear, dayOfYear, dayOfYear]);
export type Window = z.infer<typeof Window>;

const StageEntry = z.strictObject({
  windows: z.array(Window).min(1),
  /** Character → states or range. What is not here is unknown, never absent. */
  description: z.record(slug, Cell)
});
export type StageEntry = z.infer<typeof StageEntry>;

const AuthoredCell = z.union([
  Cell,
  /** One state, always. */
  slug.transform((state): Cell => ({ [state]: 'always' })),
  /** min, low, high, max */
  z
    .tuple([z.number(), z.number(), z.number(), z.number()])
    .transform(([min, low, high, max]): Cell => ({ min, low, high, max }))
]);

/**
 * A stage as it is written by hand in `content/`, shorter than what is released. When it is up, each region says for
 * itself.
 */
const AuthoredStage = z.strictObject({
  /** Starts from another stage's description; cells below replace its cells. */
  like: Stage.optional(),
  /** Cells of that stage that do not hold here: not known. */
  without: z.array(slug).default([]),
  /** Organs that the plant does not have at this stage: every character of theirs that can say so does. */
  lacks: z.array(z.enum(organs)).default([]),
  description: z.record(slug, AuthoredCell).default({})
});
export type AuthoredStage = z.infer<typeof AuthoredStage>;

export const Use = z.strictObject({
  kind: z.enum(['food', 'drink', 'craft', 'history']),
  part: text,
  stages: z.array(Stage).min(1),
  preparation: text,
  conditions: text
});
export type Use = z.infer<typeof Use>;

export const Severity = z.number().int().min(0).max(4);
export const Hazard = z.strictObject({
  route: z.enum([
    'eaten',
    'sap',
    'sap-then-sunlight',
    'touch',
    'sting',
    'cut',
    'smoke',
    'eye',
    'medicine',
    'allergy',
    'pregnancy'
  ]),
  severity: Severity,
  principle: text,
  effect: text,
  onset: text,
  parts: text,
  /** Where it is not the same all year. */
  stages: z.array(Stage).optional(),
  /** The harm comes from where it grows (parasites, germs), not from the plant itself. */
  fromTheGround: z.literal(true).optional()
});
export type Hazard = z.infer<typeof Hazard>;

/** How much of a patch may be taken in a calendar year, in figures. */
export const AllowanceRule = z.strictObject({
  part: text,
  /** What is counted on the spot: plants, shoots, clusters. */
  unit: text,
  /** Share of what is surely there; 'to need' for abundant weeds, which need no census, with the ledger kept. */
  fraction: z.union([z.number().gt(0).max(1), z.literal('to need')]),
  /** Pieces that one of what is counted may give. */
  pieces: z.number().int().min(1).max(200),
  /** Which are left alone whatever there is: single-leaf plants, first-year plants, undersized animals. */
  exempt: text.optional(),
  /** A patch that is smaller gives nothing. */
  leastSquareMetres: z.number().positive().optional(),
  /** Years of rest after a year in which something was taken. */
  restYears: z.number().int().min(1).max(20).optional(),
  /** How what is taken is spread over the patch. */
  spacing: text.optional(),
  /** A source, or 'common practice'. */
  basis: text
});
export type AllowanceRule = z.infer<typeof AllowanceRule>;

export const Harvest = z.strictObject({ rule: text, tool: text, basis: text });
export type Harvest = z.infer<typeof Harvest>;

/** Grams: what the mean of twenty fresh ones hardly falls short of, what it mostly is, what it hardly exceeds. */
const Grams = z
  .tuple([z.number().positive(), z.number().positive(), z.number().positive()])
  .refine(([low, mostly, high]) => low <= mostly && mostly <= high, 'goes from the least to the most');

/** What holds for one part of a plant alone. What it does not say, the plant as a whole says. */
export const PartRules = z
  .strictObject({
    /** As its use names it. */
    part: text,
    harvest: Harvest.optional(),
    /** With one of its own, the part is counted apart from the others. */
    allowance: AllowanceRule.optional(),
    grams: z.strictObject({ piece: Grams, handful: Grams.optional() }).optional(),
    /** A source, or what it rests on. */
    basis: text
  })
  .refine(
    ({ harvest, allowance, grams }) =>
      harvest !== undefined || allowance !== undefined || grams !== undefined,
    'says nothing: give a rule, an allowance or a mass'
  );
export type PartRules = z.infer<typeof PartRules>;

/** What adds up over a day of tasting, whatever plant it comes from. */
export const Load = z.enum([
  'oxalate',
  'nitrate',
  'salicylate',
  'furanocoumarin',
  'pyrrolizidine alkaloids',
  'essential oil',
  'diuretic',
  'vitamin K',
  'salt',
  'iodine'
]);
export type Load = z.infer<typeof Load>;

const palette = z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'is not a colour such as #35602F');

/** What described states alone do not say about a drawing: proportions in millimetres, and colours. */
export const Recipe = z.strictObject({
  /** A typical leaf blade, length and greatest width: its proportion where the width is not described. */
  blade: z.tuple([z.number().positive(), z.number().positive()]).optional(),
  /** How many leaves make a plant without a stem. */
  leaves: z.tuple([z.number().int().positive(), z.number().int().positive()]).optional(),
  colour: z
    .strictObject({
      /** By the described state: a purple flower of one plant is not that of another. */
      flower: z.record(z.string(), palette),
      // Earlier releases coloured leaf and stem here; what is described colours them now.
      upper: palette,
      stem: palette
    })
    .partial()
    .transform(({ flower }) => (flower ? { flower } : {}))
    .default({}),
  /** Pairs of leaflets or lobes by order of division, where they are not described. */
  pairs: z.array(z.number().int().positive()).max(3).default([]),
  /** Stamens that a flower is known by: a cone of joined anthers, a brush of many, a ball that hides the petals. */
  anthers: z.strictObject({ kind: z.enum(['cone', 'brush', 'ball']), colour: palette }).optional(),
  /** Colour of the club in a hood, where it is not purple. */
  club: palette.optional(),
  /** Rays of a head with a disc. */
  rayFlorets: z.number().int().positive().optional(),
  /** Width of an umbel of umbels, where it is not described. */
  umbelWidth: z.number().positive().optional(),
  /** Length and width of a dense spike, where its flowers do not say them. */
  spike: z.tuple([z.number().positive(), z.number().positive()]).optional(),
  /** Width of a capsule, pod or bristly fruit to its length, where it is slenderer or stouter than its form. */
  fruitRatio: z.number().positive().optional(),
  /** The fruits of a climber stand in balls, not in hanging bunches. */
  roundBunch: z.literal(true).optional(),
  /** How well the plant is drawn at a stage, as judged by eye. */
  quality: z.partialRecord(Stage, z.enum(['good', 'fair', 'poor'])).default({})
});
export type Recipe = z.infer<typeof Recipe>;

/** How a plant comes to stand in a region, and how often one meets it there. */
export const Standing = z.strictObject({
  /** Absent where floras dispute it. */
  origin: z.enum(['native', 'introduced', 'cultivated']).optional(),
  /** It spreads at the cost of what grew there. */
  isInvasive: z.literal(true).optional(),
  frequency: z.enum(['common', 'frequent', 'local', 'rare']).optional()
});
export type Standing = z.infer<typeof Standing>;

export const Taxon = z.strictObject({
  slug,
  name: text,
  rank: z.enum(['species', 'aggregate', 'subspecies']),
  synonyms: z.array(text).default([]),
  family: text,
  group: z.enum(['plant', 'alga', 'fungus', 'shellfish']),
  lifeForm: text,
  names: z
    .array(
      z.strictObject({
        name: text,
        language: z.string().length(2),
        region: text,
        warning: text.optional()
      })
    )
    .min(1),
  habitats: z.array(slug).min(1),
  /** Where to look within its habitats. */
  microhabitat: text.optional(),
  uses: z.array(Use).default([]),
  hazards: z.array(Hazard).default([]),
  loads: z.array(Load).default([]),
  harvest: Harvest.optional(),
  /** Without one no allowance can be worked out, and none is given. */
  allowance: AllowanceRule.optional(),
  /** Parts that have rules or a mass of their own. */
  parts: z.array(PartRules).default([]),
  /** By part and way. */
  preparations: z.array(Preparation).default([]),
  legal: z.array(z.strictObject({ region: text, status: text })).default([]),
  /** How it comes to stand in this region; not known where nothing is said. */
  standing: Standing.optional(),
  stages: z.partialRecord(Stage, StageEntry),
  /** Without one the taxon is not drawn. */
  recipe: Recipe.optional(),
  /** What its names mean. */
  meaning: text.optional(),
  /** What the parts that are eaten taste like, for who cooks. */
  flavour: text.optional(),
  /** A school's own remark. */
  note: text.optional(),
  /** What the entry rests on, in words. */
  basis: text
});
export type Taxon = z.infer<typeof Taxon>;

/** A plant as it is the same everywhere: what a region says of it stands with the region. */
export const AuthoredTaxon = Taxon.omit({ legal: true, standing: true }).extend({
  stages: z.partialRecord(Stage, AuthoredStage)
});
export type AuthoredTaxon = z.infer<typeof AuthoredTaxon>;

/** When each stage of each of its taxa is up at a region's reference place; 'never' where it does not come there. */
export const RegionSeason = z.record(
  slug,
  z.partialRecord(Stage, z.union([z.array(Window).min(1), z.literal('never')]))
);
export type RegionSeason = z.infer<typeof RegionSeason>;

/** What a region says of its taxa beside their season. */
export const RegionStatus = z.record(
  slug,
  Taxon.pick({ names: true, habitats: true, microhabitat: true })
    .partial()
    .extend({ legal: Taxon.shape.legal, standing: Standing.optional() })
);
export type RegionStatus = z.infer<typeof RegionStatus>;

export const CuratedPair = z.strictObject({
  target: slug,
  lookalike: slug,
  /**
   * Mistaken for: one is taken for the other. Grows among: nobody confounds them who looks, but a hand that gathers
   * takes both, so every piece is sorted.
   */
  kind: z.enum(['mistaken for', 'grows among']).default('mistaken for'),
  hardestAt: Stage,
  /** Stages of the target at which it holds; without them at all. */
  stages: z.array(Stage).min(1).optional(),
  why: text,
  /** The popular test, and where it fails. What it looks at never decides this pair. */
  failingTest: z.strictObject({ claim: text, fails: text, characters: z.array(slug).min(1).optional() }),
  /** Said of two that no stage tells apart by what may be looked at, with the reason. */
  inseparable: text.optional()
});
export type CuratedPair = z.infer<typeof CuratedPair>;

export const Family = z.strictObject({
  name: text,
  english: text,
  shares: text,
  /** Other plants that show the same. */
  alsoShownBy: text.optional(),
  /** Of what it shares, what is described: a member that shows one of the states is known by it. */
  signs: z.array(z.strictObject({ character: slug, states: z.array(slug).min(1) })).optional(),
  /** How far the shared signs can be trusted. */
  trust: text,
  caution: text,
  /** Shown but not gathered by beginners under the cautious policy. */
  cautious: z.boolean()
});
export type Family = z.infer<typeof Family>;

export const LibraryDocument = z.strictObject({
  name: text,
  region: Region.default(firstRegion),
  referencePlace: ReferencePlace,
  families: z.array(Family),
  characters: z.array(Character).min(1),
  taxa: z.array(Taxon).min(1),
  pairs: z.array(CuratedPair),
  animals: z.array(Animal).default([])
});
export type LibraryDocument = z.infer<typeof LibraryDocument>;
