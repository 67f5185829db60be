import { z } from 'zod';
import {
  type Animal,
  type CuratedPair,
  type EntryName,
  type Family,
  type OwnState,
  Stage,
  plain
} from '$core/knowledge';

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
const AnimalForm = z
  .object({
    name: named('Give it a name.', 80),
    scientific: z.string().trim().max(120).default(''),
    habitats: z.array(z.string()).default([]),
    from: oneTo(12).default('1'),
    until: oneTo(12).default('12'),
    againFrom: z.union([z.literal(''), oneTo(12)]).default(''),
    againUntil: z.union([z.literal(''), oneTo(12)]).default(''),
    avoid: text('Say how to keep from harm.'),
    firstAid: text('Say what is done at once.'),
    consequence: oneTo(5).default('3'),
    likelihood: oneTo(5).default('2'),
    leadersCarry: z.string().trim().max(600).default(''),
    everyoneCarries: z.string().trim().max(600).default('')
  })
  .refine(({ againFrom, againUntil }) => (againFrom === '') === (againUntil === ''), {
    path: ['againUntil'],
    message: 'Say both ends of the second time, or neither.'
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
const monthOf = (day: number) => months.findLast((month) => firstOf(month) <= day)!;
const months = Array.from({ length: 12 }, (_, i) => i + 1);

type Season = Animal['seasons'][number];
type Kit = Animal['kit'][number];
const inMonths = ([from, until]: Season) => [String(monthOf(from)), String(monthOf(until))] as const;
/** Days that a season had before stand where its months do. */
function seasonOf(from: string, until: string, before: Season | undefined): Season {
  const [had, hadUntil] = before ? inMonths(before) : [];
  return had === from && hadUntil === until ? before! : [firstOf(Number(from)), lastOf(Number(until))];
}

const linesIn = (words: string) =>
  words
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
const kitIn = (words: string, carriedBy: Kit['carriedBy'], before: readonly Kit[]): Kit[] =>
  linesIn(words).map(
    (label) =>
      before.find((one) => one.label === label && one.carriedBy === carriedBy) ?? {
        key: slugOf(label) || label,
        label,
        carriedBy,
        protects: true
      }
  );
const carried = (kit: readonly Kit[], by: Kit['carriedBy']) =>
  kit
    .filter(({ carriedBy }) => carriedBy === by)
    .map(({ label }) => label)
    .join('\n');

/** One kind of entry: its form, the entry that a form makes, and the form of an entry. */
interface Kind<Schema extends z.ZodType, Entry> {
  readonly schema: Schema;
  readonly entry: EntryName;
  /** @param before the entry that is changed: it stays under its name, and what the form does not ask stays as it is */
  from(data: z.infer<Schema>, before?: Entry): Entry;
  filled(entry: Entry): z.infer<Schema>;
}

const pair: Kind<typeof Pair, CuratedPair> = {
  schema: Pair,
  entry: 'pairs',
  from: ({ claim, fails, characters, inseparable, ...own }, before) => ({
    ...own,
    ...(before?.stages ? { stages: before.stages } : {}),
    failingTest: { claim, fails, ...(characters.length > 0 ? { characters } : {}) },
    ...(inseparable ? { inseparable } : {})
  }),
  filled: ({ failingTest: { claim, fails, characters = [] }, inseparable = '', ...own }) => ({
    ...own,
    claim,
    fails,
    characters,
    inseparable
  })
};

const animal: Kind<typeof AnimalForm, Animal> = {
  schema: AnimalForm,
  entry: 'animals',
  from: (data, before) => {
    const { isOnShore, within, seasons = [], kit = [], slug = slugOf(data.name) } = before ?? {};
    const { name, scientific, from, until, againFrom, againUntil, firstAid } = data;
    const { leadersCarry, everyoneCarries, consequence, likelihood, habitats, avoid } = data;
    return {
      slug,
      name,
      ...(scientific ? { scientific } : {}),
      habitats,
      ...(isOnShore ? { isOnShore } : {}),
      ...(within ? { within } : {}),
      avoid,
      consequence: Number(consequence),
      likelihood: Number(likelihood),
      seasons: [
        seasonOf(from, until, seasons[0]),
        ...(againFrom ? [seasonOf(againFrom, againUntil, seasons[1])] : []),
        ...seasons.slice(2)
      ],
      firstAid: linesIn(firstAid),
      kit: [...kitIn(leadersCarry, 'leaders', kit), ...kitIn(everyoneCarries, 'everyone', kit)]
    };
  },
  filled: ({ name, scientific = '', habitats, avoid, firstAid, consequence, likelihood, seasons, kit }) => {
    const [[from, until], [againFrom, againUntil] = ['', '']] = seasons.map(inMonths) as [
      readonly [string, string],
      (readonly [string, string])?
    ];
    return {
      name,
      scientific,
      habitats,
      from,
      until,
      againFrom,
      againUntil,
      avoid,
      firstAid: firstAid.join('\n'),
      consequence: String(consequence),
      likelihood: String(likelihood),
      leadersCarry: carried(kit, 'leaders'),
      everyoneCarries: carried(kit, 'everyone')
    };
  }
};

const family: Kind<typeof FamilyForm, Family> = {
  schema: FamilyForm,
  entry: 'families',
  // Its signs are no part of the form: they stay as they were described.
  from: ({ alsoShownBy, ...own }, before) => ({
    ...own,
    ...(alsoShownBy ? { alsoShownBy } : {}),
    ...(before?.signs ? { signs: before.signs } : {})
  }),
  filled: ({ alsoShownBy = '', signs: _, ...own }) => ({ ...own, alsoShownBy })
};

const state: Kind<typeof State, OwnState> = {
  schema: State,
  entry: 'states',
  from: (own, before) => ({ ...own, slug: before?.slug ?? slugOf(own.label) }),
  filled: ({ character, label, definition }) => ({ character, label, definition })
};

export const forms = { pair, animal, family, state } as const;
export type What = keyof typeof forms;
export const isWhat = (what: string): what is What => what in forms;
/** A kind whose form and entry go together, whichever it is. */
export const kindOf = (what: What) => forms[what] as unknown as Kind<z.ZodObject, Animal>;
