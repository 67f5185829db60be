import { type Library, Stage, nameIn, nameWithin } from '$core/knowledge';
import {
  type DrillPair,
  type Readiness,
  brierScore,
  confidenceShare,
  ladderState,
  missingTo,
  partBrier,
  pairKey,
  reliabilityPoints,
  sensitivity,
  unitKey,
  unitsOf
} from '$core/learning';
import { stageWord } from '$core/words';
import { type WalkPairs, comingPairs, learnerState } from './drills';
import { libraryOfAll } from '../library/library';
import { listCohorts, listPeople } from '../school/people';
import {
  type GroupProgress,
  type OwnTally,
  type PairTally,
  type Tally,
  addTallies,
  dangerLimit,
  pairTallies,
  readProgress,
  readinessOf
} from './progress';
import { dateIn } from '../school/school-date';
import type { SchoolDb } from '../database/school';
import { readSettings } from '../school/schools';
import type { Viewer } from '../accounts';
import { metBy } from './notebook';
import { readSignOffs } from './sign-offs';

/** What the pages of progress show, in their words and figures. */

const pairName = (library: Library, key: string) => {
  const [target, lookalike] = key.split('~').map(nameIn(library)) as [string, string];
  return { target, lookalike };
};

const sayPair = (library: Library) => (pair: DrillPair) => {
  const { target, lookalike } = pairName(library, pairKey(pair));
  return `${target} or ${nameWithin(lookalike)}`;
};

function calibrationOf({ confidence }: GroupProgress) {
  const forecasts = [...confidence].map(([word, counts]) => ({ share: confidenceShare[word], ...counts }));
  return {
    points: reliabilityPoints(confidence),
    brier: forecasts.length > 0 ? brierScore(forecasts) : undefined,
    /** The part of it that is due to confidence that does not fit. */
    misfit: forecasts.length > 0 ? partBrier(forecasts).reliability : undefined
  };
}

function confusionsOf(library: Library, { confusions }: GroupProgress) {
  const name = nameIn(library);
  return confusions.slice(0, 8).map(({ specimen, takenFor, ...rest }) => ({
    specimen: name(specimen),
    takenFor: name(takenFor),
    ...rest
  }));
}

const dangerOf = (sum: Pick<Tally, 'dangerousGathers' | 'dangerousShown'>) => ({
  gathers: sum.dangerousGathers,
  shown: sum.dangerousShown,
  limit: dangerLimit(sum)
});

/** How what was shown on living plants compares with drills on the same pairs at the same stages. */
function transferOf(tallies: readonly PairTally[], results: Awaited<ReturnType<typeof readSignOffs>>) {
  const shown = results.filter(({ step }) => step === 'shown');
  const units = new Set(shown.map(({ pair, stage }) => unitKey(pair, stage)));
  const drilled = addTallies(tallies.filter(({ pair, stage }) => units.has(unitKey(pair, stage))));
  return {
    shown: shown.length,
    right: shown.filter(({ outcome }) => outcome === 'right').length,
    drilled: drilled.answers,
    drilledRight: drilled.namedRight
  };
}

const readinessView = (library: Library, readiness: Readiness) => ({
  ...readiness,
  pairs: readiness.pairs.map(({ pair, ...rest }) => ({
    ...rest,
    key: pairKey(pair),
    name: sayPair(library)(pair)
  })),
  missing: missingTo(readiness, sayPair(library))
});

const chosen = (walks: readonly WalkPairs[], walkId: string | undefined): WalkPairs | undefined =>
  walks.find(({ id }) => id === walkId) ?? walks.find(({ pairs }) => pairs.length > 0) ?? walks[0];

const walkView = (walk: WalkPairs | undefined) =>
  walk && { id: walk.id, name: walk.name, heldOn: walk.heldOn };

/** A learner's own progress, as the learner and those who teach see it. @returns undefined where there is nobody */
export async function personProgress(
  db: SchoolDb,
  viewer: Viewer,
  personId: string,
  walkId: string | undefined
) {
  const person = (await listPeople(db)).find(({ id }) => id === personId);
  if (!person || person.role === 'guest') return undefined;
  const library = await libraryOfAll(db, viewer.regions);
  const cohorts = (await listCohorts(db)).filter(({ members }) => members.includes(personId));
  const walks = (await comingPairs(db, viewer)).filter(
    ({ cohortId }) => person.role !== 'learner' || cohorts.some(({ id }) => id === cohortId)
  );
  const walk = chosen(walks, walkId);
  const learner = await learnerState(db, personId, viewer.today);
  const progress = await readProgress(db, [personId]);
  const readiness = walk && (await readinessOf(db, walk.pairs, [personId], viewer.today)).get(personId);
  const signOffs = await readSignOffs(db, [personId]);
  const met = new Set((await metBy(db, personId)).map(({ taxon }) => taxon));
  const { signOffMonths } = await readSettings(db);
  const all = addTallies(progress.pairs);
  const walkMoment = walk && new Date(`${walk.heldOn}T10:00:00Z`);
  const units = new Map<string, { pair: string; stage: Stage }>();
  for (const pair of walk?.pairs ?? [])
    for (const unit of unitsOf(pair))
      units.set(unit, { pair: pairKey(pair), stage: Stage.parse(unit.split('@')[1]) });
  for (const { pair, stage } of [...progress.pairs, ...signOffs])
    if (stage) units.set(unitKey(pair, stage), { pair, stage: Stage.parse(stage) });
  return {
    person: { id: person.id, name: person.name, cohorts: cohorts.map(({ name }) => name) },
    walks: walks.map(({ id, name }) => ({ id, name })),
    walk: walkView(walk),
    readiness: readiness && readinessView(library, readiness),
    danger: dangerOf(all),
    answers: all.answers,
    units: [...units]
      .map(([unit, { pair, stage }]) => {
        const memory = learner.memory.get(unit);
        const sum = addTallies(progress.pairs.filter((one) => one.pair === pair && one.stage === stage));
        const ready = readiness?.pairs.find((one) => pairKey(one.pair) === pair);
        const ladder = ladderState(
          signOffs.filter((one) => one.pair === pair && one.stage === stage),
          {
            isMet: sum.answers > 0 || pair.split('~').some((slug) => met.has(slug)),
            isToldApart: ready?.isClean ?? memory?.firmness === 'firm'
          },
          viewer.today,
          signOffMonths
        );
        const detected = sensitivity(sum);
        return {
          unit,
          pair,
          ...pairName(library, pair),
          stage: stageWord(library.taxa.get(pair.split('~')[0]!)?.group ?? 'plant', stage),
          stageKey: stage,
          isOfWalk: walk?.pairs.some((one) => unitsOf(one).includes(unit)) ?? false,
          firmness: memory?.firmness ?? ('new' as const),
          due: memory && dateIn(viewer.school.timeZone, memory.due),
          recall: memory && walkMoment ? memory.recallAt(walkMoment) : undefined,
          ...sum,
          limit: dangerLimit(sum),
          discrimination: detected?.discrimination,
          criterion: detected?.criterion,
          ladder
        };
      })
      .sort(
        (a, b) =>
          Number(b.isOfWalk) - Number(a.isOfWalk) ||
          b.dangerousGathers - a.dangerousGathers ||
          (a.recall ?? 0) - (b.recall ?? 0)
      ),
    transfer: transferOf(progress.pairs, signOffs),
    living: signOffs.map(({ pair, stage, step, outcome, on, plant, by, id }) => {
      const names = pairName(library, pair);
      return {
        id,
        pair: `${names.target} or ${nameWithin(names.lookalike)}`,
        stage,
        step,
        outcome,
        on,
        plant,
        by
      };
    }),
    calibration: calibrationOf(progress),
    confusions: confusionsOf(library, progress),
    weeks: progress.weeks
  };
}

/** People of a group that a page lists in full: those who gathered most of the dangerous first. */
const mostListed = 30;

/** The progress of a cohort for a walk, or of all who learn. */
export async function groupProgress(
  db: SchoolDb,
  viewer: Viewer,
  asked: { readonly cohortId: string | undefined; readonly walkId: string | undefined }
) {
  const library = await libraryOfAll(db, viewer.regions);
  const cohorts = await listCohorts(db);
  const allWalks = await comingPairs(db, viewer);
  const byWalk = allWalks.find(({ id }) => id === asked.walkId)?.cohortId;
  const cohort =
    cohorts.find(({ id }) => id === (asked.cohortId ?? byWalk)) ??
    cohorts.find(({ id }) => id === chosen(allWalks, undefined)?.cohortId) ??
    cohorts[0];
  const walks = allWalks.filter(({ cohortId }) => cohortId === cohort?.id);
  const walk = chosen(walks, asked.walkId);
  const people = (await listPeople(db)).filter(
    ({ id, role }) => role !== 'guest' && cohort?.members.includes(id)
  );
  const progress = await readProgress(
    db,
    people.map(({ id }) => id)
  );
  const all = addTallies(progress.pairs);
  const listed = people
    .map(({ id, name }) => ({
      id,
      name,
      sum: progress.people.get(id) ?? { ...addTallies([]), lastAt: undefined }
    }))
    .sort((a, b) => b.sum.dangerousGathers - a.sum.dangerousGathers || (a.name < b.name ? -1 : 1))
    .slice(0, mostListed);
  const listedIds = listed.map(({ id }) => id);
  const own = await pairTallies(db, listedIds, { byStage: true });
  const readiness = walk
    ? await readinessOf(db, walk.pairs, listedIds, viewer.today)
    : new Map<string, Readiness>();
  const pairs = walk
    ? walk.pairs.map((pair) => ({ key: pairKey(pair), units: unitsOf(pair) }))
    : [...new Set(progress.pairs.map(({ pair }) => pair))].map((key) => ({ key, units: undefined }));
  const onPair = <T extends Pick<OwnTally, 'pair' | 'stage'> & Tally>(
    tallies: readonly T[],
    { key, units }: (typeof pairs)[number]
  ) =>
    addTallies(
      tallies.filter(
        ({ pair, stage }) => pair === key && (!units || units.includes(unitKey(pair, stage ?? '')))
      )
    );
  return {
    cohorts: cohorts.map(({ id, name }) => ({ id, name })),
    cohort: cohort && { id: cohort.id, name: cohort.name },
    walks: walks.map(({ id, name }) => ({ id, name })),
    walk: walkView(walk),
    danger: dangerOf(all),
    members: people.length,
    people: listed.map(({ id, name, sum }) => {
      const ready = readiness.get(id);
      const tallies = own.filter(({ personId }) => personId === id);
      return {
        id,
        name,
        answers: sum.answers,
        danger: dangerOf(sum),
        lastOn: sum.lastAt && dateIn(viewer.school.timeZone, sum.lastAt),
        readiness: ready && {
          isReady: ready.isReady,
          missing: missingTo(ready, sayPair(library)).length,
          clean: ready.pairs.filter(({ isClean }) => isClean).length,
          pairs: ready.pairs.length
        },
        cells: pairs.map((pair) => {
          const { answers, namedRight, leftAlone, dangerousGathers } = onPair(tallies, pair);
          return { answers, clean: namedRight + leftAlone, gathers: dangerousGathers };
        })
      };
    }),
    pairs: pairs.map((of) => {
      const { key, units } = of;
      const sum = onPair(progress.pairs, of);
      const detected = sensitivity(sum);
      return {
        key,
        ...pairName(library, key),
        stages: [...new Set(units?.map((unit) => unit.split('@')[1]!) ?? [])].join(' and '),
        ...sum,
        limit: dangerLimit(sum),
        discrimination: detected?.discrimination,
        criterion: detected?.criterion,
        clean: [...readiness.values()].filter((one) =>
          one.pairs.some(({ pair, isClean }) => pairKey(pair) === key && isClean)
        ).length
      };
    }),
    calibration: calibrationOf(progress),
    confusions: confusionsOf(library, progress),
    weeks: progress.weeks
  };
}
