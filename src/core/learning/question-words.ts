import { type Library, englishName, nameIn, nameWithin } from '../knowledge';
import { type Specification, drillWords, isOnPair, middleDay, plantOf, reasonsAgainst } from './drills';

const termOf = (library: Library, slug: string, state: string): string => {
  const character = library.character.get(slug);
  const found = character?.kind === 'states' && character.states.find((one) => one.slug === state);
  return found ? found.label : state;
};

/** What a question is about and what is right, for those who made it: never for who is to answer it. */
export function aboutQuestion(
  library: Library,
  spec: Specification
): { readonly title: string; readonly about: string; readonly truth: string } {
  const name = nameIn(library);
  const { title } = drillWords[spec.drill];
  if (isOnPair(spec)) {
    const about = `${name(spec.target)} or ${nameWithin(name(spec.lookalike))}`;
    if (spec.drill === 'basket')
      return {
        title,
        about,
        truth:
          spec.wrong === 0
            ? `${spec.pieces} pieces, none wrong`
            : `${spec.pieces} pieces, ${spec.wrong} ${nameWithin(name(spec.lookalike))}`
      };
    return { title, about, truth: name(spec[spec.specimen]) };
  }
  switch (spec.drill) {
    case 'tray':
      return {
        title,
        about: `${spec.shown.length} plants, ${spec.seconds} s: ${spec.mode}`,
        truth:
          spec.mode === 'what was swapped'
            ? name(spec.shown[0]!.taxon)
            : spec.shown.map(({ taxon }) => name(taxon)).join(', ')
      };
    case 'which part tells':
      return { title, about: name(spec.taxon), truth: library.character.get(spec.character)?.name ?? '' };
    case 'from the path':
      return {
        title,
        about: name(spec.hazard.taxon),
        truth: spec.count === 0 ? 'none there' : `${spec.count} of it`
      };
    case 'should we take it': {
      const taxon = library.taxa.get(spec.taxon);
      const against = taxon ? reasonsAgainst(taxon, spec.stage, spec.scene, spec.buffers) : [];
      return {
        title,
        about: `${name(spec.taxon)}, ${spec.stage}`,
        truth: against.length === 0 ? 'it may be taken' : against.join('; ')
      };
    }
    case 'season': {
      const items = spec.items.flatMap(({ taxon, stage }) => plantOf(library, taxon, stage) ?? []);
      const said = items.map((plant) => ({
        words: `${englishName(plant.taxon)} in ${plant.stage.stage}`,
        day: middleDay(plant)
      }));
      return spec.mode === 'match'
        ? { title, about: `${said[0]?.words ?? ''}, and its flower`, truth: said[1]?.words ?? '' }
        : {
            title,
            about:
              spec.mode === 'stages'
                ? `${name(spec.items[0]!.taxon)} through the year`
                : 'flowers through the year',
            truth: [...said]
              .sort((x, y) => x.day - y.day)
              .map(({ words }) => words)
              .join(', ')
          };
    }
    case 'names and terms': {
      if (spec.asks === 'term')
        return {
          title,
          about: library.character.get(spec.character)?.name ?? '',
          truth: termOf(library, spec.character, spec.state)
        };
      const taxon = library.taxa.get(spec.taxon);
      const truth = {
        'english name': name(spec.taxon),
        'scientific name': taxon?.name ?? spec.taxon,
        family: taxon ? `${taxon.family}: ${name(spec.taxon)}` : spec.taxon
      };
      return { title, about: spec.asks, truth: truth[spec.asks] };
    }
  }
}
