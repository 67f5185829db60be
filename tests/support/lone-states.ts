import { contrastsOf, mayCount, rivalOf } from '../../src/core/evidence';
import { type Library, isDangerous, pieceAt } from '../../src/core/knowledge';

/**
 * The states that stand alone ('always') of plants that can do harm, and on which some curated pair may rest: one honest
 * look at another state then speaks against the plant, so each has to hold for every plant of the taxon at every site.
 * @returns sorted, each once: taxon, character and state
 */
export function loneStates(library: Library): string[] {
  const found = new Set<string>();
  for (const pair of library.pairs) {
    const [target, rival] = [library.taxa.get(pair.target)!, library.taxa.get(pair.lookalike)!];
    if (!isDangerous(rival)) continue;
    for (const own of target.stages.values()) {
      const piece = pieceAt(target, own.stage);
      if (!piece) continue;
      for (const other of rival.stages.values()) {
        const demand = rivalOf(library, { taxon: target, stage: own }, { taxon: rival, stage: other });
        for (const contrast of contrastsOf(library.characters, own, other).telling) {
          const character = library.characters[contrast.index]!;
          if (character.kind !== 'states' || contrast.lacking) continue;
          if (!mayCount(contrast, character, demand, piece)) continue;
          const { listed } = other.cells.get(character.slug)!;
          const states = character.states.filter((_, i) => listed[i]);
          const [lone] = states;
          if (states.length === 1 && lone && !lone.absent)
            found.add(`${rival.slug} ${character.slug} ${lone.slug}`);
        }
      }
    }
  }
  return [...found].sort();
}
