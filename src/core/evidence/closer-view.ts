import {
  type Character,
  type Library,
  cellInWords,
  englishName,
  isDangerous,
  organs,
  pieceAt,
  stateCount,
  stateLabel,
  worstSeverity
} from '../knowledge';
import { entryOf, stateKey } from './entries';
import type { CloserLook } from './look-closer';
import type { Observation } from './observation';

/** An identification as a page shows it, at a desk and on a phone: names and words, no taxa of the library. */

const statesOf = (character: Character) =>
  Array.from({ length: stateCount(character) }, (_, state) => ({
    key: stateKey(character, state),
    label: stateLabel(character, state),
    definition: character.kind === 'states' ? character.states[state]!.definition : ''
  }));

/** A state with less chance is offered after the others. */
const leastLikely = 0.02;

/** States in the order of the glossary, those that can be expected now first. */
const likelyFirst = <T>(states: readonly T[], chances: readonly number[]) =>
  states
    .map((state, i) => ({ ...state, isLikely: chances[i]! >= leastLikely }))
    .sort((a, b) => Number(b.isLikely) - Number(a.isLikely));

/** How many suspects are listed, and from which chance on. */
const mostSuspects = 8;
const leastShown = 0.004;
/** From this chance on a dangerous plant besides the likeliest is named with the verdict. */
const namedFrom = 0.1;
const mostNamed = 3;

export type CloserView = ReturnType<typeof closerView>;

/**
 * @param seen and unseen: what the look was made from
 * @param question the plant that they had in mind, a slug
 * @param asked the character that they chose to look at, a slug; without one the best comes next
 */
export function closerView(
  library: Library,
  look: CloserLook,
  { seen, unseen }: { readonly seen: readonly Observation[]; readonly unseen: readonly string[] },
  question: string | undefined,
  asked: string | undefined
) {
  const answering = (asked && library.character.get(asked)) || look.next[0]?.character;
  const between = look.next.find(({ character }) => character === answering)?.between;
  const { target } = look;
  const dangers = look.suspects
    .filter(
      ({ taxon, probability }) => isDangerous(taxon) && (taxon === target.taxon || probability >= namedFrom)
    )
    .slice(0, mostNamed);
  return {
    seen: seen.map((one) => ({
      entry: entryOf(one),
      name: one.character.name,
      label: stateLabel(one.character, one.state)
    })),
    unseen: unseen.map((slug) => ({ slug, name: library.character.get(slug)!.name })),
    question: question && library.taxa.has(question) ? question : undefined,
    answering: answering && {
      slug: answering.slug,
      name: answering.name,
      look: answering.look,
      sense: answering.sense,
      states: likelyFirst(statesOf(answering), look.chancesOf(answering)),
      between: between?.map((taxon) => ({ name: englishName(taxon), isDangerous: isDangerous(taxon) }))
    },
    others: look.next
      .filter(({ character }) => character !== answering)
      .map(({ character }) => ({ slug: character.slug, name: character.name })),
    verdict: {
      word: look.verdict,
      name: englishName(target.taxon),
      isDangerous: isDangerous(target.taxon),
      severity: worstSeverity(target.taxon),
      hasSet: look.hasSet,
      hasRivals: look.hasRivals,
      isUnlisted: look.isUnlisted,
      part: pieceAt(target.taxon, target.stage.stage)?.part,
      stage: target.stage.stage,
      group: target.taxon.group,
      open: look.open.map(englishName),
      dangers: dangers.map(({ taxon }) => englishName(taxon)),
      worst: Math.max(0, ...dangers.map(({ taxon }) => worstSeverity(taxon))),
      stillToCheck: look.stillToCheck.map((character) => ({
        slug: character.slug,
        name: character.name.toLowerCase()
      })),
      contradictions: target.contradictions.map(({ character, state }) => ({
        name: character.name.toLowerCase(),
        seen: stateLabel(character, state),
        has: cellInWords(character, target.stage.cells.get(character.slug)!)
      }))
    },
    suspects: look.suspects
      .filter(
        ({ probability, taxon }, i) =>
          i < mostSuspects && (probability >= leastShown || taxon.slug === question)
      )
      .map(({ taxon, stage, probability, contradictions }) => ({
        slug: taxon.slug,
        name: englishName(taxon),
        scientific: taxon.name,
        stage: stage.stage,
        group: taxon.group,
        probability,
        severity: worstSeverity(taxon),
        isDangerous: isDangerous(taxon),
        against: contradictions.map(
          ({ character, state }) => `${character.name.toLowerCase()} ${stateLabel(character, state)}`
        )
      })),
    other: look.other,
    taxa: library.taxa.size,
    glossary: glossaryOf(library)
  };
}

/** What can be seen of a plant, by its part, with every state and what it means. */
export const glossaryOf = (library: Library) =>
  organs.flatMap((organ) => {
    const own = library.characters.filter((character) => character.organ === organ && organ !== 'place');
    return own.length === 0
      ? []
      : [
          {
            organ,
            characters: own.map((one) => ({
              slug: one.slug,
              name: one.name,
              look: one.look,
              states: statesOf(one)
            }))
          }
        ];
  });
