import { z } from 'zod';
import { type Animal, type CuratedPair, type Family, type OwnState, Stage, plain } from '$core/knowledge';

/** What a school may add to its library besides plants, as its forms ask for it. */

const text = (least: string) => z.string().trim().min(1, least).max(600);
const slugOf = (words: string) =>
  plain(words)
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^[-0-9]+|-+$/g, '');

/** An address is made of it. */
const named = (least: string, most: number) =>
  z
    .string()
    .trim()
    .min(2, least)
    .max(most)
    .refine((words) => slugOf(words) !== '', 'Write it with letters from a to z.');

const Pair = z
  .object({
    target: z.string().min(1, 'Choose the plant that is gathered.'),
    lookalike: z.string().min(1, 'Choose the plant that is taken for it.'),
    kind: z.enum(['mistaken for', 'grows among']).default('mistaken for'),
    hardestAt: Stage.default('leaf'),
    why: text('Say why.'),
    claim: text('Say what people go by.'),
    fails: text('Say where that fails.'),
    characters: z.array(z.string()).default([]),
    inseparable: z.string().trim().max(600).default('')
  })
  .refine(({ target, lookalike }) => target !== lookalike, {
    path: ['lookalike'],
    message: 'A plant is not taken for itself: choose another.'
  });

/** Chosen from a list, whose choices are texts. */
const oneTo = (most: number) =>
  z
    .string()
    .refine(
      (text) => /^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= most,
      'Choose one of the list.'
    );
const AnimalForm = z.object({
  name: named('Give it a name.', 80),
  scientific: z.string().trim().max(120).default(''),
  habitats: z.array(z.string()).default([]),
  from: oneTo(12).default('1'),
  until: oneTo(12).default('12'),
  avoid: text('Say how to keep from harm.'),
  firstAid: text('Say what is done at once.'),
  consequence: oneTo(5).default('3'),
  likelihood: oneTo(5).default('2')
});

const FamilyForm = z.object({
  name: z
    .string()
    .trim()
    .regex(/^[A-Z][a-z]+(aceae|idae)$/, 'Write its scientific name, such as “Asteraceae”.')
    .max(60),
  english: z.string().trim().min(2, 'Give it an English name.').max(80),
  shares: text('Say what its plants share.'),
  alsoShownBy: z.string().trim().max(600).default(''),
  trust: text('Say how far that can be trusted.'),
  caution: text('Say what to beware of.'),
  cautious: z.boolean().default(true)
});

const State = z.object({
  character: z.string().min(1, 'Choose the character.'),
  label: named('Say it in a few words.', 60),
  definition: text('Say what is seen.')
});

/** First day of a month, and last, in a year of 365 days. */
const firstOf = (of: number) => [1, 32, 60, 91, 121, 152, 182, 213, 244, 274, 305, 335][of - 1]!;
const lastOf = (of: number) => (of === 12 ? 365 : firstOf(of + 1) - 1);

const toPair = ({ claim, fails, characters, inseparable, ...own }: z.infer<typeof Pair>): CuratedPair => ({
  ...own,
  failingTest: { claim, fails, ...(characters.length > 0 ? { characters } : {}) },
  ...(inseparable ? { inseparable } : {})
});
const toAnimal = ({
  name,
  scientific,
  from,
  until,
  firstAid,
  ...own
}: z.infer<typeof AnimalForm>): Animal => ({
  slug: slugOf(name),
  name,
  ...(scientific ? { scientific } : {}),
  ...own,
  consequence: Number(own.consequence),
  likelihood: Number(own.likelihood),
  seasons: [[firstOf(Number(from)), lastOf(Number(until))]],
  firstAid: firstAid
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean),
  kit: []
});
const toFamily = ({ alsoShownBy, ...own }: z.infer<typeof FamilyForm>): Family => ({
  ...own,
  ...(alsoShownBy ? { alsoShownBy } : {})
});
const toState = (own: z.infer<typeof State>): OwnState => ({ ...own, slug: slugOf(own.label) });

export const forms = {
  pair: { schema: Pair, entry: 'pairs', from: toPair },
  animal: { schema: AnimalForm, entry: 'animals', from: toAnimal },
  family: { schema: FamilyForm, entry: 'families', from: toFamily },
  state: { schema: State, entry: 'states', from: toState }
} as const;
export type What = keyof typeof forms;
export const isWhat = (what: string): what is What => what in forms;
