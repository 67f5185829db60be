import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawnTaxa, shippedLibrary } from '../../../tests/support/content';
import { isDrawnAt, qualityOf } from '../figure';
import { bufferOf } from '../ground';
import { createRandom } from '../random';
import { stagesUp } from '../season';
import {
  type DrillPair,
  type Grading,
  type LearnerState,
  type OpenFromThePath,
  type OpenNames,
  type OpenSeason,
  type OpenTray,
  type OpenWhichPart,
  type PlantDrill,
  type RoundFrame,
  Specification,
  englishNamesOf,
  isError,
  judgeOrder,
  judgePath,
  judgeTaking,
  judgeTray,
  middleDay,
  newLearner,
  plantDrills,
  plantQuestion,
  otherUnit,
  pose,
  reasonsAgainst,
  takingReasons,
  typedName
} from './index';
import { plantQuestions } from './plant-questions';

const library = shippedLibrary();
const days = ['2027-03-20', '2027-04-25', '2027-06-15', '2027-09-10'];

/** Pairs of neighbours among the plants that are up on a day: what a walk of any kind may hold. */
function pairsUp(isoDate: string): DrillPair[] {
  const up = drawnTaxa(library).flatMap((taxon) => {
    const best = stagesUp(taxon, isoDate).find(
      ({ stage }) => isDrawnAt(taxon.stages.get(stage)!) && qualityOf(taxon, stage) !== 'poor'
    );
    return best ? [{ slug: taxon.slug, stage: best.stage }] : [];
  });
  return up.slice(1).map((lookalike, i) => ({
    target: up[i]!.slug,
    targetStage: up[i]!.stage,
    lookalike: lookalike.slug,
    lookalikeStage: lookalike.stage,
    deciding: ['leaf-venation', 'leaf-attachment', 'stem-filling', 'umbel-bracts']
  }));
}
const contexts = days.map((isoDate) => ({ isoDate, context: pairsUp(isoDate) }));
const frameOn = (i: number, learner: LearnerState = newLearner): RoundFrame => ({
  library,
  ...contexts[i]!,
  rules: { mayDig: false, scentCounts: true },
  buffers: {},
  learner,
  now: new Date('2027-04-24T10:00:00Z')
});

/** Tries questions of one kind that are made on any of the days, drawn. */
function overMany<Drill extends PlantDrill>(
  drill: Drill,
  numRuns: number,
  test: (spec: Extract<Specification, { drill: Drill }>, posed: NonNullable<ReturnType<typeof pose>>) => void
): void {
  let made = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: days.length - 1 }),
      fc.integer({ min: 1, max: 1e6 }),
      (day, seed) => {
        const spec = plantQuestion(frameOn(day), drill, createRandom(`other ${seed}`));
        if (!spec) return;
        // What is kept in the database reads back as it was.
        expect(Specification.parse(JSON.parse(JSON.stringify(spec)))).toEqual(spec);
        // Whatever is asked can be drawn: a round with a question that is passed over never ends.
        const posed = pose(library, spec, new Map());
        expect(posed, JSON.stringify(spec)).toBeDefined();
        made += 1;
        test(spec as Extract<Specification, { drill: Drill }>, posed!);
      }
    ),
    { numRuns }
  );
  expect(made).toBeGreaterThan(numRuns / 2);
}

const reasonsOf = ({ feedback }: Grading) => feedback.reasons.join(' ');

describe('questions besides those on pairs, over many days, plants and seeds', () => {
  it('Tray: all that was there and nothing else is right, nothing is not', () => {
    overMany('tray', 12, (spec, posed) => {
      const open = posed.open(['look', 'answer']) as OpenTray;
      const isSwap = spec.mode === 'what was swapped';
      expect(open.cells).toHaveLength(spec.shown.length + (isSwap ? 0 : spec.others.length));
      const grade = (picked: number[]) => posed.grade({ drill: 'tray', picked }, ['look', 'answer']);
      if (isSwap) {
        const right = open.cells.filter(({ id }) => grade([id]).outcome === 'right');
        expect(right).toHaveLength(1);
        expect(grade(open.cells.map(({ id }) => id)).outcome).not.toBe('right');
      } else {
        // Marks tell afterwards what was there.
        const there = open.cells.filter(({ x, y }) =>
          grade([]).feedback.marks.some((mark) => mark.kind === 'missed' && mark.x === x && mark.y === y)
        );
        expect(there).toHaveLength(spec.shown.length);
        expect(grade(there.map(({ id }) => id))).toMatchObject({ outcome: 'right', score: 1 });
        expect(grade(open.cells.map(({ id }) => id)).score).toBe(0);
      }
      expect(grade([]).outcome).toBe('missed');
    });
  });

  it('Tray: nothing is seen before the cloth is off, and the tray is gone before the second look', () => {
    overMany('tray', 4, (_, posed) => {
      expect(posed.open([])).toMatchObject({ phase: 'ready', picture: undefined, cells: [] });
      expect([posed.image('tray', []), posed.image('after', [])]).toEqual([undefined, undefined]);
      expect(posed.image('tray', ['look'])).toBeDefined();
      expect(posed.image('after', ['look'])).toBeUndefined();
      expect(posed.image('tray', ['look', 'answer'])).toBeUndefined();
      expect(posed.image('after', ['look', 'answer'])).toBeDefined();
    });
  });

  it('Which part tells: asks for nothing that this very specimen does not show', () => {
    // Seeds that picked a character which the specimen they grow does not have.
    for (let seed = 0; seed < 24; seed += 1)
      for (const day of days.keys()) {
        const spec = plantQuestion(frameOn(day), 'which part tells', createRandom(`shown ${seed}`));
        if (spec) expect(pose(library, spec, new Map()), JSON.stringify(spec)).toBeDefined();
      }
  });

  it('Which part tells: one of the parts in the list is right, pointing beside the plant is not', () => {
    overMany('which part tells', 30, (spec, posed) => {
      const open = posed.open([]) as OpenWhichPart;
      const grade = (part: number) => posed.grade({ drill: spec.drill, part }, []);
      const right = open.parts.filter(({ id }) => grade(id).outcome === 'right');
      expect(right.length, `${spec.taxon} ${spec.stage} ${spec.character}`).toBeGreaterThan(0);
      expect(posed.grade({ drill: spec.drill, tap: { x: -200, y: -200 } }, []).outcome).toBe('missed');
      expect(posed.grade({ drill: spec.drill }, []).outcome).toBe('missed');
      // The words of the picture would be the answer.
      expect(open.picture.words.join(' ')).not.toContain(open.state);
    });
  });

  it('From the path: keeping off everything is never an error, passing a hazard by is', () => {
    overMany('from the path', 10, (spec, posed) => {
      const { plants } = posed.open([]) as OpenFromThePath;
      const grade = (picked: number[]) => posed.grade({ drill: spec.drill, picked }, []);
      expect(isError(grade(plants.map(({ id }) => id)).outcome)).toBe(false);
      const alone = plants.filter(({ id }) =>
        grade([id]).feedback.marks.some(({ kind }) => kind === 'wrong, found')
      );
      expect(grade(alone.map(({ id }) => id)).outcome).toBe('right');
      expect(grade([]).outcome).toBe(alone.length > 0 ? 'missed' : 'right');
      if (alone.length > 0) expect(grade(alone.slice(1).map(({ id }) => id)).outcome).toBe('missed');
    });
  });

  it('Should we take it: taking is right only where no rule speaks against it, leaving is never an error', () => {
    overMany('should we take it', 60, (spec, posed) => {
      const against = reasonsAgainst(library.taxa.get(spec.taxon)!, spec.stage, spec.scene, spec.buffers);
      const grade = (reason: 'take it' | (typeof takingReasons)[number]) =>
        posed.grade({ drill: spec.drill, reason }, []);
      expect(grade('take it').outcome).toBe(against.length === 0 ? 'right' : 'missed');
      for (const reason of takingReasons) {
        const grading = grade(reason);
        expect(isError(grading.outcome)).toBe(false);
        if (against.length > 0) expect(grading.partRight).toBe(against.includes(reason));
      }
      if (!spec.scene.mayPick) expect(reasonsOf(grade('take it'))).toContain('no leave to pick');
      if (spec.scene.nearby.metres < bufferOf(spec.scene.nearby.kind, {})!)
        expect(against).toContain('too near to what fouls it');
      expect(reasonsOf(grade('take it'))).toContain('Local law and the landowner');
    });
  });

  it('Season: the order of the year is right, its reverse is not, and a flower belongs to one plant', () => {
    overMany('season', 16, (spec, posed) => {
      const { cards } = posed.open([]) as OpenSeason;
      const grade = (order: number[]) => posed.grade({ drill: 'season', order }, []);
      if (spec.mode === 'match') {
        expect(cards.filter(({ id }) => grade([id]).outcome === 'right')).toHaveLength(1);
        return;
      }
      const dayOf = ({ taxon, stage }: { taxon: string; stage: string }) =>
        middleDay({ stage: library.taxa.get(taxon)!.stages.get(stage as 'leaf')! });
      const all = permutations(cards.map(({ id }) => id).slice(0, 5)).map((order) => [
        ...order,
        ...cards.map(({ id }) => id).slice(5)
      ]);
      const best = all.filter((order) => grade(order).score === 1);
      if (cards.length <= 5) expect(best).toHaveLength(1);
      for (const order of best) expect(grade([...order].reverse())).toMatchObject({ outcome: 'missed' });
      const sorted = spec.items.map(dayOf).sort((a, b) => a - b);
      expect(new Set(sorted).size).toBe(sorted.length);
      // One card twice, or one left out, is no order.
      expect(grade(cards.map(() => 0)).outcome).toBe('missed');
      expect(grade([]).outcome).toBe('missed');
    });
  });

  it('Names and terms: what the library calls it is right, silence is no error', () => {
    overMany('names and terms', 40, (spec, posed) => {
      const open = posed.open([]) as OpenNames;
      const grade = (answer: string) => posed.grade({ drill: spec.drill, answer }, []);
      expect(grade('').outcome).toBe('left');
      if (open.choices) {
        expect(new Set(open.choices).size).toBe(open.choices.length);
        expect(open.choices.filter((choice) => grade(choice).outcome === 'right')).toHaveLength(1);
      } else if (spec.asks !== 'term') {
        const taxon = library.taxa.get(spec.taxon)!;
        const name = spec.asks === 'scientific name' ? taxon.name : taxon.names[0]!.name;
        expect(grade(name).outcome).toBe('right');
        expect(grade(name.toUpperCase()).outcome).toBe('right');
        expect(grade('something else altogether').outcome).toBe('missed');
      }
    });
  });
});

const permutations = (ids: readonly number[]): number[][] =>
  ids.length <= 1
    ? [[...ids]]
    : ids.flatMap((id) => permutations(ids.filter((one) => one !== id)).map((rest) => [id, ...rest]));

describe('a typed name', () => {
  it.each([
    ['ramsens', ['Ramsons', 'Wild garlic'], true],
    ['Lily-of-the-Valley', ['Lily of the valley'], true],
    ['hemlok', ['Hemlock'], true],
    ['hogweed', ['Hemlock'], false],
    ['elser', ['Elder'], false],
    ['Elder', ['Elder'], true]
  ])('%s is near enough to %j: %s', (typed, accepted, isNear) => {
    expect(typedName(typed, accepted).isMeant).toBe(isNear);
  });

  it('is a slip only where no other plant’s name comes as near', () => {
    // Goutweed is ground elder, gutweed a seaweed: a letter apart.
    const [goutweed, gutweed] = [['Ground elder', 'Goutweed'], ['Gutweed']];
    expect(typedName('gutweed', goutweed, gutweed).isMeant).toBe(false);
    expect(typedName('goutweed', gutweed, goutweed).isMeant).toBe(false);
    expect(typedName('goutwead', goutweed, gutweed).isMeant).toBe(true);
    expect(typedName('Gutweed', gutweed, goutweed).isMeant).toBe(true);
  });

  it('of another plant of the library is never taken for a slip of the pen', () => {
    const named = [...library.taxa.values()].map((taxon) => ({
      slug: taxon.slug,
      english: englishNamesOf(library, taxon),
      scientific: [taxon.name, ...taxon.synonyms]
    }));
    const taken = named.flatMap((own) =>
      named.flatMap((other) =>
        other.slug === own.slug
          ? []
          : (['english', 'scientific'] as const).flatMap((kind) =>
              other[kind].flatMap((name) =>
                typedName(name, own[kind], other[kind]).isMeant ? [`${name} for ${own.slug}`] : []
              )
            )
      )
    );
    expect(taken).toEqual([]);
  });
});

describe('what an answer besides pairs is worth', () => {
  it('of a tray: what it is about, and four in five of the rest', () => {
    expect([judgeTray(true, 0.8), judgeTray(true, 0.79), judgeTray(false, 1)]).toEqual([
      'right',
      'missed',
      'left'
    ]);
  });
  it('by the path: a hazard that was not seen weighs before any caution', () => {
    expect([judgePath(0, 0), judgePath(0, 3), judgePath(1, 0), judgePath(1, 3)]).toEqual([
      'right',
      'left',
      'missed',
      'missed'
    ]);
  });
  it('of taking: leaving what could be taken is caution', () => {
    expect(judgeTaking('the only patch', [])).toBe('left');
    expect(judgeTaking('the only patch', ['no leave to pick'])).toBe('right');
    expect(judgeTaking('take it', ['no leave to pick'])).toBe('missed');
  });
  it('of an order: nine tenths of rank correlation', () => {
    expect([judgeOrder(1), judgeOrder(0.9), judgeOrder(0.89)]).toEqual(['right', 'right', 'missed']);
  });
});

describe('which of them are asked', () => {
  const past = (drill: PlantDrill, times: number): LearnerState['past'] =>
    new Map([[drill, Array(times).fill('right')]]);

  it('is what was asked least', () => {
    const kinds = plantQuestions(
      frameOn(1, { ...newLearner, past: past('tray', 9) }),
      5,
      createRandom('least')
    ).map(({ drill }) => drill);
    expect(kinds).toHaveLength(5);
    expect(kinds).not.toContain('tray');
    expect(new Set(kinds).size).toBe(5);
  });

  it('is harder for who was right before: a shorter look at a fuller tray', () => {
    const tray = (times: number) =>
      plantQuestion(
        frameOn(1, { ...newLearner, past: past('tray', times) }),
        'tray',
        createRandom('hard')
      ) as Extract<Specification, { drill: 'tray' }>;
    const [easy, hard] = [tray(0), tray(8)];
    expect(hard.seconds).toBeLessThan(easy.seconds);
    expect(hard.shown.length).toBeGreaterThan(easy.shown.length);
  });

  it('is what is due in the learner’s memory first', () => {
    const due = new Date('2027-04-23T10:00:00Z');
    const later = new Date('2027-05-23T10:00:00Z');
    const { context } = contexts[1]!;
    const units = context.flatMap((pair) => [
      otherUnit('taxon', pair.target, pair.targetStage),
      otherUnit('taxon', pair.lookalike, pair.lookalikeStage)
    ]);
    const isDue = otherUnit('taxon', context[3]!.target, context[3]!.targetStage);
    const memory = new Map(
      units.map((unit) => [unit, { due: unit === isDue ? due : later }])
    ) as unknown as LearnerState['memory'];
    const spec = plantQuestion(frameOn(1, { ...newLearner, memory }), 'tray', createRandom('due'));
    expect((spec as Extract<Specification, { drill: 'tray' }>).shown[0]!.taxon).toBe(context[3]!.target);
  });

  it('is nothing where there is nothing to ask about', () => {
    const frame = { ...frameOn(1), context: [] };
    for (const drill of [
      'tray',
      'which part tells',
      'should we take it',
      'names and terms',
      'which family'
    ] as const)
      expect(plantQuestion(frame, drill, createRandom('nothing')), drill).toBeUndefined();
    expect(plantQuestions(frameOn(1), 0, createRandom('none'))).toEqual([]);
    expect(plantDrills).toHaveLength(7);
  });
});
