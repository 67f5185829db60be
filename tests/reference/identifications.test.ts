import { describe, expect, it } from 'vitest';
import {
  type CloserLook,
  type Observation,
  contradictions,
  isExcluded,
  lookCloser,
  rivalOf
} from '../../src/core/evidence';
import { type Library, isDangerous, pieceAt, stateCount } from '../../src/core/knowledge';
import { createRandom } from '../../src/core/random';
import { addDays, stagesUp } from '../../src/core/season';
import { type Identification, readIdentifications } from '../support/identifications';

/** Identifications played as learners do, with slips of the eye: no killer is cleared, and no wolf is cried. */

const rules = { mayDig: false, scentCounts: true };
const all = readIdentifications();
const nameOf = ({ line, plant, isoDate, asked }: Identification) =>
  `line ${line}: ${plant} on ${isoDate.slice(5)}${asked ? ` as ${asked}` : ''}`;
const named = (rows: readonly Identification[]) => rows.map((row) => [nameOf(row), row] as const);

const harms = ({ plant, library, isLacking }: Identification) =>
  !isLacking && isDangerous(library.taxa.get(plant)!);
const dangerous = all.filter(harms);
const gathered = all
  .filter(({ isLacking, plant, asked }) => !isLacking && asked === plant)
  .filter((row) => !harms(row));
const lacking = all.filter(({ isLacking }) => isLacking);

const look = (
  { library, isoDate, habitats, seen }: Pick<Identification, 'library' | 'isoDate' | 'habitats' | 'seen'>,
  question?: string
): CloserLook => lookCloser(library, { isoDate, habitats, abundance: new Map() }, rules, seen, [], question);

/** The library without the plant. */
function withoutIt({ library, plant: slug }: Identification): Library {
  const taxa = new Map([...library.taxa].filter(([own]) => own !== slug));
  return {
    ...library,
    taxa,
    pairs: library.pairs.filter((pair) => pair.target !== slug && pair.lookalike !== slug)
  };
}

/** What was seen with some of it named wrongly, several times. */
function withSlips({ seen, line }: Identification, slips: number): readonly Observation[][] {
  if (seen.length < slips) return [];
  if (slips === 0) return [[...seen]];
  const random = createRandom(`slips ${line} ${slips}`);
  return Array.from({ length: 4 }, () => {
    const wrong = new Set<number>();
    while (wrong.size < slips) wrong.add(random.integer(0, seen.length - 1));
    return seen.map((one, i) =>
      wrong.has(i)
        ? {
            ...one,
            state: (one.state + random.integer(1, stateCount(one.character) - 1)) % stateCount(one.character)
          }
        : one
    );
  });
}

/** Whether what was seen excludes a plant at every stage that may be there, for somebody who takes it for another. */
function isRuledOut(
  { library, plant }: Identification,
  seen: readonly Observation[],
  { target }: CloserLook
): boolean {
  const truth = library.taxa.get(plant)!;
  const piece = pieceAt(target.taxon, target.stage.stage);
  return [...truth.stages.values()].every((stage) =>
    isExcluded(seen, target.stage, rivalOf(library, target, { taxon: truth, stage }), piece)
  );
}

describe('a plant that can do harm', () => {
  it.each(named(dangerous))('%s is among the first three that it may be', (_, row) => {
    const first = look(row).suspects.slice(0, 3);
    expect(first.map(({ taxon }) => taxon.slug)).toContain(row.plant);
  });

  it.each(named(dangerous))('%s reads ‘leave it’ whatever else was seen, with slips too', (_, row) => {
    for (const slips of [0, 1, 2])
      for (const seen of withSlips(row, slips))
        expect(
          look({ ...row, seen }, row.plant).verdict,
          seen.map(({ character }) => character.slug).join()
        ).toBe('leave it');
  });

  it.each(named(dangerous.filter(({ asked, plant }) => asked && asked !== plant)))(
    '%s is never cleared: not consistent with the other, and not ruled out, with up to two slips',
    (_, row) => {
      for (const slips of [0, 1, 2])
        for (const seen of withSlips(row, slips)) {
          const found = look({ ...row, seen }, row.asked);
          expect(found.verdict).not.toBe('consistent');
          expect(look({ ...row, seen }).verdict).not.toBe('consistent');
          if (slips < 2) expect(isRuledOut(row, seen, found)).toBe(false);
        }
    }
  );
});

describe('a plant that is gathered', () => {
  it.each(named(gathered))('%s is not cried down when all its signs are seen', (_, row) => {
    const found = look(row, row.asked);
    const against = contradictions(row.seen, found.target.stage).map(({ character }) => character.slug);
    expect({ verdict: found.verdict, against, open: found.open.map(({ slug }) => slug) }).toMatchObject({
      verdict: expect.stringMatching(/^(consistent|open)$/)
    });
  });

  it.each(named(gathered))('%s is asked on about plants that may be there, not about ghosts', (_, row) => {
    const [next] = look(row, row.asked).next;
    for (const taxon of next?.between ?? [])
      expect(
        [-30, -15, 0, 15, 30].some((days) => stagesUp(taxon, addDays(row.isoDate, days)).length > 0),
        taxon.slug
      ).toBe(true);
  });
});

describe('a plant that the library lacks', () => {
  it.each(named(lacking))('%s is never consistent with one that it has', (_, row) => {
    expect(look(row, row.asked).verdict).not.toBe('consistent');
    expect(look(row).verdict).not.toBe('consistent');
  });

  // A harmless one may pass for a harmless relative: what tells it from that is in no library without it.
  it.each(named(dangerous))('%s, hidden from it, neither', (_, row) => {
    const fewer = { ...row, library: withoutIt(row) };
    if (row.asked && row.asked !== row.plant) expect(look(fewer, row.asked).verdict).not.toBe('consistent');
    expect(look(fewer).verdict).not.toBe('consistent');
  });
});
