import { type LookingRules, contrastsOf, usableCharacters } from '../evidence';
import type { Character, LibraryTaxon, Stage, StageDescription } from '../knowledge';
import { type Calendar, addDays, dayOfYear, stageIsReady } from '../season';

/** When to come back to a find without a name: the first later day on which its candidates can be told apart. */
export interface ComeBack {
  readonly isoDate: string;
  /** What each candidate is likely to show then; those that show nothing are left out. */
  readonly stages: readonly { readonly taxon: LibraryTaxon; readonly stage: Stage }[];
  /** What tells them then, each telling the most of what those before it leave open. */
  readonly characters: readonly Character[];
}

/** The stage of a taxon that is likelier than not on a day. */
function readyStage(
  taxon: LibraryTaxon,
  isoDate: string,
  chance: Calendar['chance']
): StageDescription | undefined {
  let best: StageDescription | undefined;
  let most = stageIsReady;
  for (const stage of taxon.stages.values()) {
    const own = chance(taxon, stage, dayOfYear(isoDate));
    if (own >= most) [best, most] = [stage, own];
  }
  return best;
}

/** The fewest characters, taken greedily, that tell every two of some stages; undefined where some two stay alike. */
function tellingAll(
  characters: readonly Character[],
  candidates: readonly { readonly taxon: LibraryTaxon; readonly stage: StageDescription }[],
  rules: LookingRules
): Character[] | undefined {
  const usable = new Set(
    usableCharacters(
      characters,
      candidates.map(({ taxon, stage }) => ({
        taxon: taxon.slug,
        stage,
        contactSeverity: taxon.contactSeverity
      })),
      rules
    )
  );
  let open = candidates.flatMap((a, i) =>
    candidates.slice(i + 1).map(
      (b) =>
        new Set(
          contrastsOf(characters, a.stage, b.stage)
            .telling.map(({ index }) => characters[index]!)
            .filter((character) => usable.has(character))
        )
    )
  );
  const chosen: Character[] = [];
  while (open.length > 0) {
    if (open.some((pair) => pair.size === 0)) return undefined;
    const count = (character: Character) => open.filter((pair) => pair.has(character)).length;
    const all = [...new Set(open.flatMap((pair) => [...pair]))];
    const best = all.reduce((a, b) =>
      count(b) > count(a) || (count(b) === count(a) && b.effort < a.effort) ? b : a
    );
    chosen.push(best);
    open = open.filter((pair) => !pair.has(best));
  }
  return chosen;
}

/**
 * The first later day within a year on which every two of the candidates that are up are told apart by some
 * character, at least two of them being up, and one of them at another stage than today.
 * @param from today, YYYY-MM-DD
 */
export function comeBackOn(
  characters: readonly Character[],
  candidates: readonly LibraryTaxon[],
  calendar: Calendar,
  rules: LookingRules,
  from: string
): ComeBack | undefined {
  const upOn = (isoDate: string) =>
    candidates.flatMap((taxon) => {
      const stage = readyStage(taxon, isoDate, calendar.chance);
      return stage ? [{ taxon, stage }] : [];
    });
  const keyOf = (up: ReturnType<typeof upOn>) =>
    up.map(({ taxon, stage }) => `${taxon.slug} ${stage.stage}`).join(', ');
  // Days that look like one that was tried already tell no more than it.
  const tried = new Set([keyOf(upOn(from))]);
  for (let ahead = 1; ahead <= 365; ahead += 1) {
    const isoDate = addDays(from, ahead);
    const up = upOn(isoDate);
    const key = keyOf(up);
    if (up.length < 2 || tried.has(key)) continue;
    tried.add(key);
    const told = tellingAll(characters, up, rules);
    if (told)
      return {
        isoDate,
        stages: up.map(({ taxon, stage }) => ({ taxon, stage: stage.stage })),
        characters: told
      };
  }
  return undefined;
}
