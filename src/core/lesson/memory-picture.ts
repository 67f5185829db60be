import {
  type Character,
  type Library,
  type LibraryTaxon,
  type Stage,
  type StageDescription,
  englishName
} from '../knowledge';
import { lookalikesOfTheYear } from '../evidence';

/**
 * A picture in words by which a plant is kept in mind, as 'one spear, one shaft'. It rests on described states; one that
 * fits a dangerous lookalike as well teaches a mistake, and is refused.
 */

/** What a picture rests on. */
export interface PictureState {
  readonly character: string;
  readonly state: string;
}

/** A lookalike that a picture fits, too. */
export interface AlsoFits {
  readonly slug: string;
  readonly name: string;
  readonly stage: Stage;
  /** Characters of the picture that are not known of it: they may be so, and are taken to be. */
  readonly unknown: readonly string[];
}

export interface PictureTest {
  /** States that the plant itself does not usually have at the stage, in words. */
  readonly notItsOwn: readonly string[];
  /** The dangerous plants that it fits, at any of their stages. */
  readonly fits: readonly AlsoFits[];
  /** How many dangerous lookalikes it was held against. */
  readonly against: number;
  /** Characters that tell nothing here, with the reason. */
  readonly idle: readonly string[];
}

/** A picture is shown only where it fits its own plant and no dangerous one. */
export const isKept = ({ notItsOwn, fits, idle }: PictureTest): boolean =>
  notItsOwn.length === 0 && fits.length === 0 && idle.length === 0;

/** Scent clings to the fingers, and a taste is no test. */
const saysNothing = ({ sense, organ }: Character): boolean => sense === 'scent' || organ === 'place';

/** From this share on a state is usual. */
const usual = 0.5;

type StatesCharacter = Extract<Character, { kind: 'states' }>;

const placeOf = ({ states }: StatesCharacter, state: string) =>
  states.findIndex(({ slug }) => slug === state);

/** How often a plant has a state; 0 where nothing is known of it. */
const shareOf = (stage: StageDescription, character: StatesCharacter, state: string): number =>
  stage.cells.get(character.slug)?.frequency[placeOf(character, state)] ?? 0;

/** Whether a plant has a state at times, however seldom; what is not known may be so, but of what it has not at all. */
const mayHave = (stage: StageDescription, character: StatesCharacter, state: string): boolean =>
  stage.cells.get(character.slug)?.listed[placeOf(character, state)] ?? !stage.lacks.has(character.organ);

/** The states that a picture can rest on at a stage: usual there, and telling something. */
export const statesToRestOn = (
  library: Library,
  stage: StageDescription
): readonly (PictureState & { readonly words: string })[] =>
  library.characters.flatMap((character) =>
    character.kind === 'states' && !saysNothing(character)
      ? character.states
          .filter(({ slug }) => shareOf(stage, character, slug) >= usual)
          .map(({ slug, label }) => ({
            character: character.slug,
            state: slug,
            words: `${character.name}: ${label}`
          }))
      : []
  );

/**
 * Holds a picture against its plant at a stage and against every dangerous lookalike of it, at all stages of those:
 * people remember a picture longer than a month.
 */
export function testPicture(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  states: readonly PictureState[]
): PictureTest {
  const meant = states.flatMap(({ character: slug, state }) => {
    const character = library.character.get(slug);
    return character?.kind === 'states' ? [{ character, state }] : [];
  });
  const telling = meant.filter(({ character }) => !saysNothing(character));
  const labelOf = ({ character, state }: (typeof meant)[number]) =>
    `${character.name}: ${character.states.find(({ slug }) => slug === state)?.label ?? state}`;
  const rivals = lookalikesOfTheYear(library, taxon);
  return {
    notItsOwn: meant.filter(({ character, state }) => shareOf(stage, character, state) < usual).map(labelOf),
    idle: meant.filter(({ character }) => saysNothing(character)).map(labelOf),
    against: rivals.length,
    fits: rivals.flatMap(({ taxon: rival }) =>
      [...rival.stages.values()]
        .filter((own) => telling.every(({ character, state }) => mayHave(own, character, state)))
        .slice(0, 1)
        .map((own) => ({
          slug: rival.slug,
          name: englishName(rival),
          stage: own.stage,
          unknown: telling
            .filter(({ character }) => !own.cells.has(character.slug))
            .map(({ character }) => character.name)
        }))
    )
  };
}
