import { z } from 'zod';

/**
 * How a part is prepared, one way at a time: a claim like any other, a draft until it is confirmed. A way of preparing
 * never makes a dangerous plant harmless: what the plant is, was decided before.
 */

export const foodWays = [
  'raw',
  'steam',
  'boil',
  'fry',
  'roast',
  'dry',
  'grind',
  'infuse',
  'syrup',
  'pickle',
  'juice',
  'jelly',
  'butter',
  'dough',
  'in oil'
] as const;
/** What comes of these is never eaten. */
export const craftWays = ['tinder', 'cord', 'dye', 'spindle'] as const;
export const ways = [...foodWays, ...craftWays] as const;
export const Way = z.enum(ways);
export type Way = z.infer<typeof Way>;

export const isCraft = (way: Way): boolean => (craftWays as readonly Way[]).includes(way);

/** Ways that keep what is moist, and where a mistake poisons: not without two sources. */
export const preservingWays: readonly Way[] = ['syrup', 'pickle', 'jelly', 'in oil'];

const text = z.string().trim().min(1);
/** Of a mass before: what it hardly falls short of, what it mostly is, what it hardly exceeds. Rice takes up water. */
const Share = z
  .tuple([z.number().positive(), z.number().positive(), z.number().positive().max(12)])
  .refine(([low, mostly, high]) => low <= mostly && mostly <= high, 'goes from the least to the most');
export type Share = z.infer<typeof Share>;

/** Minutes, from and to. */
const Minutes = z
  .tuple([z.number().min(0), z.number().positive().max(20_160)])
  .refine(([from, to]) => from <= to, 'goes from the least to the most');

const Step = z.strictObject({
  do: text,
  how: text.optional(),
  minutes: Minutes.optional(),
  /** By what it is seen, felt or heard to be done. */
  until: text
});
export type Step = z.infer<typeof Step>;

const Portion = z.strictObject({
  /** Of a grown person. */
  grams: z.number().positive().max(500),
  /** Whether it is weighed when it is ready or before, as leaves for a cup. */
  of: z.enum(['cleaned', 'ready']),
  perDay: z.number().int().min(1).max(6),
  /** Where a day after the other is too much. */
  daysAWeek: z.number().int().min(1).max(6).optional(),
  /** Of one, where it is drunk. */
  cupMillilitres: z.number().positive().max(1000).optional()
});
export type Portion = z.infer<typeof Portion>;

export const Method = z.strictObject({
  tool: text,
  /** What is cut off, and what is not eaten. */
  cutOff: text,
  /** Where that goes. */
  leftOver: text.optional(),
  /** In how many waters it is washed. */
  rinses: z.number().int().min(0).max(6),
  washing: text,
  heat: z.enum(['needed', 'a matter of taste', 'not used']),
  /** What heat does here, or why there is none. */
  why: text,
  steps: z.array(Step).min(1).max(12),
  /** Of what was gathered, what is left after cutting off; of that, what is left when it is ready. */
  cleaned: Share,
  ready: Share,
  /** Missing for what is not eaten. */
  portion: Portion.optional(),
  notFor: z.array(text).min(1),
  /** What goes wrong, and by what that is seen. */
  wrong: z.array(z.strictObject({ sign: text, because: text })).default([]),
  /** What goes into it besides; by the words of the law on allergens. */
  contains: z.array(text).default([]),
  /** Missing where no source gives a time: then none is given. */
  keeping: z
    .strictObject({ how: text, days: z.number().int().positive().max(1100), source: text })
    .optional(),
  sources: z.array(text).default([])
});
export type Method = z.infer<typeof Method>;

export const Preparation = z
  .strictObject({
    /** As a use names it. */
    part: text,
    way: Way,
    method: Method.optional(),
    /** Why no method is taught. */
    refused: text.optional(),
    /** A source, or what it rests on. */
    basis: text
  })
  .superRefine(({ way, method, refused }, context) => {
    const problem = (message: string) => context.addIssue({ code: 'custom', message });
    if ((method === undefined) === (refused === undefined))
      problem('says either how it is done or why no method is taught');
    if (!method) return;
    if (isCraft(way) === (method.portion !== undefined))
      problem(isCraft(way) ? 'is not eaten: it has no portion' : 'needs a portion');
    const sources = new Set(method.sources.map((one) => one.toLowerCase()));
    if (preservingWays.includes(way) && sources.size < 2)
      problem(`keeps what could poison (${way}): it needs two sources`);
  });
export type Preparation = z.infer<typeof Preparation>;

/** One that says how it is done. */
export interface Taught extends Preparation {
  readonly method: Method;
}
export const isTaught = (preparation: Preparation): preparation is Taught => preparation.method !== undefined;

/** Preparations of a part, in the order of the library. */
export const preparationsOf = (
  { preparations }: { readonly preparations: readonly Preparation[] },
  part: string
): Preparation[] => preparations.filter((one) => one.part === part);
