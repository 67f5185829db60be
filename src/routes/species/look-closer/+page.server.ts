import { entryOf, lookCloser, observationsFrom, stateKey } from '$core/evidence';
import {
  type Character,
  cellInWords,
  englishName,
  isDangerous,
  organs,
  pieceAt,
  stateCount,
  stateLabel,
  worstSeverity
} from '$core/knowledge';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { placeAndDate } from '$lib/server/library/place-and-date';
import type { PageServerLoad } from './$types';

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

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db);
    const { where, circumstances } = await placeAndDate(db, viewer, url);
    const { seen, unseen } = observationsFrom(
      library,
      url.searchParams.getAll('see'),
      url.searchParams.getAll('cannot')
    );
    const question = url.searchParams.get('ask') ?? undefined;
    const rules = { mayDig: circumstances.mayDig, scentCounts: circumstances.policy.scentCounts };
    const look = lookCloser(library, circumstances, rules, seen, unseen, question);
    const asked = library.character.get(url.searchParams.get('look') ?? '');
    const answering = asked ?? look.next[0]?.character;
    const between = look.next.find(({ character }) => character === answering)?.between;
    const name = (slug: string) => englishName(library.taxa.get(slug)!);
    const { target } = look;
    const dangers = look.suspects
      .filter(
        ({ taxon, probability }) => isDangerous(taxon) && (taxon === target.taxon || probability >= 0.1)
      )
      .slice(0, 3);
    return {
      where,
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
          name: name(taxon.slug),
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
      glossary: organs.flatMap((organ) => {
        const own = library.characters.filter((character) => character.organ === organ && organ !== 'place');
        return own.length === 0
          ? []
          : [
              {
                organ,
                characters: own.map((one) => ({ slug: one.slug, name: one.name, states: statesOf(one) }))
              }
            ];
      })
    };
  });
};
