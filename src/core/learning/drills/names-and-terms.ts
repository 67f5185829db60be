import { distance } from 'fastest-levenshtein';
import { z } from 'zod';
import { composePlate, standardViews } from '../../figure';
import { type Library, type LibraryTaxon, Stage, englishName, nameIn, plain } from '../../knowledge';
import type { Outcome } from '../outcome';
import { type MarkedPhotograph, drawnPicture, photographedPicture } from '../picture';
import { otherUnit } from '../unit';
import { onOne, photographsAt } from './album';
import { at, namedPlant, plantOf } from './contrast';
import { type OpenPicture, type Posed, defineDrill, oneOf, toldBy } from './drill';
import type { MakingOnPlants } from './making';
import { shuffledBy, shuffledFor } from './sheet';

/** The learner types or matches names, families and terms. A name is a conclusion: it comes last. */

const nameModes = ['english name', 'scientific name', 'family'] as const;

const NamesAndTerms = z.discriminatedUnion('asks', [
  z.object({
    drill: z.literal('names and terms'),
    asks: z.enum(nameModes),
    taxon: z.string(),
    stage: Stage,
    /** Other families to choose from. */
    others: z.array(z.string()).max(5).default([]),
    seed: z.number().int(),
    photograph: z.uuid().optional()
  }),
  z.object({
    drill: z.literal('names and terms'),
    asks: z.literal('term'),
    character: z.string(),
    state: z.string(),
    others: z.array(z.string()).max(5),
    seed: z.number().int()
  })
]);
type NamesAndTerms = z.infer<typeof NamesAndTerms>;

const NamesGiven = z.strictObject({
  drill: z.literal('names and terms'),
  /** Typed, or the choice that was made. */
  answer: z.string().trim().max(120)
});
type NamesGiven = z.infer<typeof NamesGiven>;

export interface OpenNames {
  readonly drill: 'names and terms';
  readonly asks: NamesAndTerms['asks'];
  /** Of a term: what is asked, by its definition. */
  readonly definition: string | undefined;
  readonly picture: OpenPicture | undefined;
  /** Where one is chosen; otherwise it is typed. */
  readonly choices: readonly string[] | undefined;
}

/** Letters that may be wrong in a name that is known: one in six. */
export const lettersForASlip = 6;

/** How near a typed name comes to any of the accepted ones: letters to change (Levenshtein 1966). */
function nearestName(typed: string, accepted: readonly string[]): { name: string; letters: number } {
  const words = (text: string) =>
    plain(text)
      .replace(/[^a-z0-9 ]+/g, ' ')
      .replace(/\s+/g, ' ')
      .trim();
  return accepted
    .map((name) => ({ name, letters: distance(words(typed), words(name)) }))
    .reduce((a, b) => (b.letters < a.letters ? b : a));
}

/**
 * Whether a typed name is one of those accepted, but for a slip of the pen.
 * @param others names of other plants: what comes as near to one of them is not meant, however small the slip
 */
export function typedName(
  typed: string,
  accepted: readonly string[],
  others: readonly string[] = []
): { readonly isMeant: boolean; readonly name: string; readonly letters: number } {
  const nearest = nearestName(typed, accepted);
  const { name, letters } = nearest;
  const isSlip = letters > 0 && letters <= Math.floor(name.length / lettersForASlip);
  const isAnothers = () => others.length > 0 && nearestName(typed, others).letters <= letters;
  return { ...nearest, isMeant: letters === 0 || (isSlip && !isAnothers()) };
}

const plateSize = { width: 520, height: 400 };

/** A plant's English names that no other plant of the library has, too: a name of two plants names neither. */
export function englishNamesOf(library: Library, { slug, names }: LibraryTaxon): string[] {
  const isShared = (name: string) =>
    [...library.taxa.values()].some(
      (other) => other.slug !== slug && other.names.some((one) => one.name === name)
    );
  return names.filter(({ language, name }) => language === 'en' && !isShared(name)).map(({ name }) => name);
}

interface Asked {
  readonly accepted: readonly string[];
  /** Names of other plants, of what is typed. */
  readonly others?: readonly string[];
  readonly choices: readonly string[] | undefined;
  readonly unit: string;
  readonly definition?: string;
  readonly reasons: readonly string[];
  readonly specimen?: string;
}

function askedBy(library: Library, spec: NamesAndTerms): Asked | undefined {
  if (spec.asks === 'term') {
    const character = library.character.get(spec.character);
    const state =
      character?.kind === 'states' ? character.states.find(({ slug }) => slug === spec.state) : undefined;
    if (character?.kind !== 'states' || !state) return undefined;
    const labels = character.states
      .filter(({ slug }) => slug === spec.state || spec.others.includes(slug))
      .map(({ label }) => label);
    return {
      accepted: [state.label],
      choices: shuffledFor(labels, `terms ${spec.seed}`),
      unit: otherUnit('character', spec.character),
      definition: `${character.name}: ${state.definition}`,
      reasons: [`${state.label}: ${state.definition}`, character.look]
    };
  }
  const plant = plantOf(library, spec.taxon, spec.stage);
  if (!plant) return undefined;
  const { taxon } = plant;
  const warnings = taxon.names.flatMap(({ name, warning }) => (warning ? [`${name}: ${warning}`] : []));
  const common = {
    specimen: taxon.slug,
    reasons: [`${englishName(taxon)}, ${taxon.name}, ${taxon.family}.`, ...warnings.slice(0, 1)]
  };
  if (spec.asks === 'family')
    return {
      ...common,
      accepted: [taxon.family],
      choices: shuffledFor([taxon.family, ...spec.others], `families ${spec.seed}`),
      unit: otherUnit('name', 'family', taxon.slug)
    };
  const namesOf = (one: LibraryTaxon) =>
    spec.asks === 'scientific name' ? [one.name, ...one.synonyms] : englishNamesOf(library, one);
  return {
    ...common,
    accepted: namesOf(taxon),
    others: [...library.taxa.values()].flatMap((one) => (one === taxon ? [] : namesOf(one))),
    choices: undefined,
    unit: otherUnit('name', spec.asks === 'scientific name' ? 'scientific' : 'english', taxon.slug)
  };
}

/** @returns undefined where the library has what is asked no more */
function poseNames(
  library: Library,
  spec: NamesAndTerms,
  photograph: MarkedPhotograph | undefined
): Posed<OpenNames, NamesGiven> | undefined {
  const asked = askedBy(library, spec);
  if (!asked) return undefined;
  const plant = spec.asks === 'term' ? undefined : plantOf(library, spec.taxon, spec.stage);
  const draw = () =>
    plant &&
    drawnPicture(
      library,
      composePlate(
        library,
        plant.taxon,
        plant.stage,
        spec.seed,
        standardViews(library, plant.taxon, plant.stage),
        plateSize
      )
    );
  const picture = plant && photograph ? photographedPicture(library, plant.stage, photograph) : draw();
  return {
    open: () => ({
      drill: 'names and terms',
      asks: spec.asks,
      definition: asked.definition,
      picture: picture && {
        name: 'specimen',
        ...picture.size,
        isPhotograph: 'photograph' in picture.image,
        words: picture.words
      },
      choices: asked.choices
    }),
    image: (name) => (name === 'specimen' ? picture?.image : undefined),
    offers: () => false,
    grade: ({ answer }) => {
      const nearest = typedName(answer, asked.accepted, asked.others);
      const isRight = asked.choices ? asked.accepted.includes(answer) : answer !== '' && nearest.isMeant;
      const outcome: Outcome = isRight ? 'right' : answer === '' ? 'left' : 'missed';
      return {
        unit: asked.unit,
        pair: undefined,
        specimenStage: plant?.stage.stage,
        outcome,
        score: isRight ? 1 - nearest.letters / Math.max(nearest.name.length, 1) : 0,
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight: undefined,
        specimen: asked.specimen,
        takenFor: undefined,
        feedback: {
          outcome,
          truth: plant ? { lead: 'This is', ...namedPlant(plant), isDangerous: false } : undefined,
          reasons: [
            ...(isRight && nearest.letters > 0 ? [`It is spelt ${nearest.name}.`] : []),
            ...(!isRight ? [`Looked for: ${asked.accepted.join(', or ')}.`] : []),
            ...asked.reasons,
            'A name is a conclusion: what you see, feel and smell comes first.'
          ],
          partRight: undefined,
          contrast: undefined,
          marks: [],
          credit: picture?.credit
        }
      };
    }
  };
}

function makeTerm({ library, pairs, random, seed, urgent }: MakingOnPlants): NamesAndTerms | undefined {
  const slugs = [...new Set(pairs.flatMap(({ deciding }) => deciding))];
  const terms = slugs.flatMap((slug) => {
    const found = library.character.get(slug);
    return found?.kind === 'states' && found.states.length >= 3 ? [found] : [];
  });
  const character = urgent(terms, ({ slug }) => otherUnit('character', slug));
  if (!character) return undefined;
  const states = shuffledBy(
    character.states.filter(({ absent }) => !absent),
    random
  );
  const [state, ...others] = states.map(({ slug }) => slug);
  return {
    drill: 'names and terms',
    asks: 'term',
    character: character.slug,
    state: state!,
    others: others.slice(0, 4),
    seed
  };
}

function make(making: MakingOnPlants): NamesAndTerms | undefined {
  const { library, plants, random, seed, urgent } = making;
  const asks = [...nameModes, 'term' as const][random.choose([4, 1, 2, 3])]!;
  if (asks === 'term') return makeTerm(making);
  const kind = { 'english name': 'english', 'scientific name': 'scientific', family: 'family' }[asks];
  const plant = urgent(plants, ({ taxon }) => otherUnit('name', kind, taxon.slug));
  if (!plant) return undefined;
  const families = [...new Set([...library.taxa.values()].map(({ family }) => family))];
  const others =
    asks === 'family'
      ? shuffledBy(
          families.filter((family) => family !== plant.taxon.family),
          random
        ).slice(0, 4)
      : [];
  return { drill: 'names and terms', asks, ...at(plant), others, seed };
}

function about(library: Library, spec: NamesAndTerms): { about: string; truth: string } {
  if (spec.asks === 'term') {
    const character = library.character.get(spec.character);
    const state =
      character?.kind === 'states' ? character.states.find(({ slug }) => slug === spec.state) : undefined;
    return { about: character?.name ?? '', truth: state?.label ?? spec.state };
  }
  const taxon = library.taxa.get(spec.taxon);
  const name = nameIn(library)(spec.taxon);
  const truth = {
    'english name': name,
    'scientific name': taxon?.name ?? spec.taxon,
    family: taxon ? `${taxon.family}: ${name}` : spec.taxon
  };
  return { about: spec.asks, truth: truth[spec.asks] };
}

export const namesAndTerms = defineDrill({
  name: 'names and terms',
  title: 'Names and terms',
  asks: 'Type or match names, families and terms.',
  seconds: 15,
  Specification: NamesAndTerms,
  Given: NamesGiven,
  pose: (library, spec, { photograph }) => poseNames(library, spec, photograph),
  about,
  plantsIn: (spec) => (spec.asks === 'term' ? [] : [spec]),
  onPhotographs: (_, spec, album) => (spec.asks === 'term' ? spec : onOne(spec, photographsAt(album, spec))),
  onPaper: (posed) => {
    const { asks, definition, choices, picture } = posed.open([]);
    return {
      asks: choices
        ? (definition ?? 'To which family does it belong?')
        : asks === 'scientific name'
          ? 'Its scientific name?'
          : 'Its English name?',
      choices,
      pictures: picture ? [picture] : []
    };
  },
  inProgram: (library, spec, posed) => {
    const asked = askedBy(library, spec);
    const given = (answer: string) => ({ drill: 'names and terms' as const, answer });
    if (asked?.choices)
      return oneOf(
        posed,
        asked.choices.map((words) => ({ words, given: given(words) }))
      );
    const [first] = asked?.accepted ?? [];
    return asked && first !== undefined
      ? {
          answer: { kind: 'typed', accepted: asked.accepted },
          told: toldBy(posed.grade(given(first), []).feedback)
        }
      : undefined;
  },
  answered: (_, __, { answer }) => answer,
  onPlants: { make }
});
