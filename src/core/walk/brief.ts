import { z } from 'zod';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  contentHash,
  englishName,
  useOfPart,
  worstSeverity
} from '../knowledge';
import { type Side, anchorOf, composePlate, isDrawnAt, renderPlate, viewsFor } from '../figure';
import { seedOf } from '../random';
import { stageIsReady, stagesOn, addDays } from '../season';
import { contrastRows } from './contrast';
import { EmergencyNumber, roles } from './policy';
import type { Circumstances, Survey, SurveyedPair } from './survey';

/** A plate of a brief: its finished drawing is kept beside the document under the id. */
const BriefPlate = z.object({
  id: z.string(),
  width: z.number(),
  height: z.number(),
  anchors: z.record(z.string(), z.object({ x: z.number(), y: z.number() }))
});
export type BriefPlate = z.infer<typeof BriefPlate>;

const Named = z.object({ slug: z.string(), name: z.string(), scientific: z.string(), stage: z.string() });

const SheetRow = z.object({
  slug: z.string(),
  name: z.string(),
  look: z.string(),
  sense: z.string(),
  target: z.string(),
  lookalike: z.string(),
  separability: z.number(),
  decides: z.boolean()
});

export const ContrastSheet = z.object({
  key: z.string(),
  target: Named.extend({ role: z.enum(roles) }),
  lookalike: Named.extend({ severity: z.number(), harm: z.string(), onset: z.string() }),
  rating: z.object({
    consequence: z.number(),
    likelihood: z.number(),
    rating: z.number(),
    chanceMet: z.number(),
    chanceMistaken: z.number()
  }),
  /** False: the two cannot be told apart now by two independent characters. */
  separable: z.boolean(),
  firstDate: z.string().optional(),
  rows: z.array(SheetRow),
  trust: z.object({ onTarget: z.number(), onLookalike: z.number() }).optional(),
  failingTest: z.object({ claim: z.string(), fails: z.string() }).optional(),
  why: z.string().optional(),
  notYet: z.object({ stage: z.string(), from: z.string() }).optional(),
  /** Null for a taxon that is not drawn yet. */
  plates: z.tuple([BriefPlate.nullable(), BriefPlate.nullable()])
});
export type ContrastSheet = z.infer<typeof ContrastSheet>;

const BriefStop = z.object({
  number: z.number(),
  name: z.string(),
  arrive: z.string(),
  leave: z.string(),
  minutes: z.number(),
  legMetres: z.number(),
  legMinutes: z.number(),
  talkingPoints: z.string(),
  longitude: z.number(),
  latitude: z.number(),
  taxa: z.array(
    z.object({
      name: z.string(),
      scientific: z.string(),
      role: z.enum(roles),
      part: z.string(),
      portion: z.string(),
      reason: z.string()
    })
  )
});

/** A finished brief: everything that is printed, with its drawings, so that no later release changes it. */
export const BriefDocument = z.object({
  format: z.literal(1),
  walk: z.object({
    name: z.string(),
    isoDate: z.string(),
    start: z.string(),
    end: z.string(),
    timeZone: z.string()
  }),
  front: z.object({
    site: z.string(),
    accessPoint: z.string(),
    permission: z.string(),
    leader: z.string(),
    cohort: z.string(),
    emergencyNumbers: z.array(EmergencyNumber),
    meeting: z.object({ longitude: z.number(), latitude: z.number() })
  }),
  stops: z.array(BriefStop),
  targets: z.array(
    Named.extend({
      role: z.enum(roles),
      stageProbability: z.number(),
      found: z.boolean(),
      set: z.array(z.string()),
      firstDate: z.string().optional(),
      onTarget: z.number()
    })
  ),
  sheets: z.array(ContrastSheet),
  /** Lighter pairs, in words alone. */
  appendix: z.array(
    z.object({ target: z.string(), lookalike: z.string(), rating: z.number(), rows: z.array(SheetRow) })
  ),
  contact: z.array(
    z.object({
      name: z.string(),
      scientific: z.string(),
      effect: z.string(),
      onset: z.string(),
      where: z.string()
    })
  ),
  harvest: z.array(
    z.object({
      name: z.string(),
      scientific: z.string(),
      part: z.string(),
      portion: z.string(),
      rule: z.string(),
      tool: z.string(),
      preparation: z.string(),
      conditions: z.string()
    })
  ),
  library: z.object({ hash: z.string(), name: z.string(), taxa: z.number() })
});
export type BriefDocument = z.infer<typeof BriefDocument>;

const plateSize = { width: 290, height: 340 };

/** The finished drawings of a brief as SVG, by the id that the document names. */
export type Drawings = Map<string, string>;

function plateOf(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  characters: readonly string[],
  seed: number,
  near: Side,
  drawings: Drawings
): BriefPlate | null {
  if (!isDrawnAt(stage)) return null;
  const views = ['whole' as const, ...viewsFor(characters, 3)];
  const plate = composePlate(library, taxon, stage, seed, views, plateSize, near);
  const anchors = characters.flatMap((slug) => {
    const at = anchorOf(plate, slug);
    return at ? [[slug, { x: Math.round(at.x), y: Math.round(at.y) }] as const] : [];
  });
  const svg = renderPlate(plate);
  const id = contentHash(svg).slice(0, 24);
  drawings.set(id, svg);
  return { id, ...plateSize, anchors: Object.fromEntries(anchors) };
}

/** A stage of the target that tells at once but is still to come: not to be quoted on this walk. */
function notYet(
  target: LibraryTaxon,
  stage: StageDescription,
  { isoDate, calendar }: Pick<Circumstances, 'isoDate' | 'calendar'>
): ContrastSheet['notYet'] {
  if (stage.stage === 'flower' || !target.stages.has('flower')) return undefined;
  for (let days = 1; days <= 150; days += 1) {
    const from = addDays(isoDate, days);
    const flower = stagesOn(target, from, calendar?.chance).find((one) => one.stage === 'flower');
    if (flower && flower.probability >= stageIsReady) return { stage: 'flower', from };
  }
  return undefined;
}

const named = (taxon: LibraryTaxon, stage: string) => ({
  slug: taxon.slug,
  name: englishName(taxon),
  scientific: taxon.name,
  stage
});

/** The stage of a lookalike that is most likely to be met. */
const likeliestStage = (pair: SurveyedPair): StageDescription =>
  pair.lookalike.stages.reduce((best, one) => (one.probability > best.probability ? one : best)).description;

/** One pair of a survey as a contrast sheet, drawn at the stages that the two have on the date. */
export function contrastSheet(
  library: Library,
  survey: Survey,
  pair: SurveyedPair,
  role: ContrastSheet['target']['role'],
  at: Circumstances,
  drawings: Drawings
): ContrastSheet {
  const { target, stage, separation, trust } = survey;
  const { taxon, curated } = pair.lookalike;
  const other = likeliestStage(pair);
  const rows = contrastRows(library, stage!, taxon, other, separation.set.characters, at).map(
    ({ character, ...row }) => ({
      slug: character.slug,
      name: character.name,
      look: character.look,
      sense: character.sense,
      ...row
    })
  );
  const drawn = rows
    .filter(({ decides }) => decides || !pair.separable)
    .slice(0, 4)
    .map(({ slug }) => slug);
  const seed = seedOf(`${target.slug} ${taxon.slug} ${at.isoDate}`);
  const worst = [...taxon.hazards].sort((a, b) => b.severity - a.severity)[0];
  return {
    key: `${target.slug}~${taxon.slug}`,
    target: { ...named(target, stage!.stage), role },
    lookalike: {
      ...named(taxon, other.stage),
      severity: worstSeverity(taxon),
      harm: worst?.effect ?? 'not known',
      onset: worst?.onset ?? 'not known'
    },
    rating: pair.rating,
    separable: pair.separable,
    firstDate: pair.separable ? undefined : survey.firstDate,
    rows,
    trust: pair.separable
      ? { onTarget: trust.onTarget, onLookalike: trust.onRival.get(taxon.slug) ?? 0 }
      : undefined,
    failingTest: curated?.failingTest,
    why: curated?.why,
    notYet: notYet(target, stage!, at),
    plates: [
      plateOf(library, target, stage!, drawn, seed, 'right', drawings),
      plateOf(library, taxon, other, drawn, seed, 'left', drawings)
    ]
  };
}

/** A pair that nobody curated gets a sheet of its own from this rating and this likeness on. */
const sheetFromRating = 8;
const sheetFromSimilarity = 0.75;

export interface BriefInput {
  readonly walk: BriefDocument['walk'];
  readonly front: BriefDocument['front'];
  readonly stops: BriefDocument['stops'];
  readonly planned: readonly {
    survey: Survey;
    role: (typeof roles)[number];
    part: string;
    portion: string;
    stopName: string;
  }[];
}

const isShown = ({ role, survey }: BriefInput['planned'][number]) =>
  (role === 'gather' || role === 'show') && survey.stage !== undefined;

/** Composes a brief: everything in it follows from the plan, the date and the library. */
export function composeBrief(
  library: Library,
  input: BriefInput,
  at: Circumstances
): { document: BriefDocument; drawings: Drawings } {
  const drawings: Drawings = new Map();
  const taught = input.planned.filter(isShown);
  const pairs = taught.flatMap(({ survey, role }) => survey.pairs.map((pair) => ({ survey, pair, role })));
  const isWeighty = ({ pair }: (typeof pairs)[number]) =>
    pair.lookalike.curated !== undefined ||
    (pair.rating.rating >= sheetFromRating && (pair.lookalike.similarity ?? 0) >= sheetFromSimilarity);
  const weightiest = [...pairs].sort((a, b) => b.pair.rating.rating - a.pair.rating.rating);
  const document: BriefDocument = {
    format: 1,
    walk: input.walk,
    front: input.front,
    stops: [...input.stops],
    targets: taught.map(({ survey, role }) => ({
      ...named(survey.target, survey.stage!.stage),
      role,
      stageProbability: survey.stageProbability,
      found: survey.separation.found,
      set: survey.separation.set.characters.map(({ name }) => name),
      firstDate: survey.firstDate,
      onTarget: survey.trust.onTarget
    })),
    sheets: weightiest
      .filter(isWeighty)
      .map(({ survey, pair, role }) => contrastSheet(library, survey, pair, role, at, drawings)),
    appendix: weightiest
      .filter((one) => !isWeighty(one))
      .map(({ survey, pair }) => ({
        target: englishName(survey.target),
        lookalike: englishName(pair.lookalike.taxon),
        rating: pair.rating.rating,
        rows: contrastRows(
          library,
          survey.stage!,
          pair.lookalike.taxon,
          likeliestStage(pair),
          survey.separation.set.characters,
          at
        )
          .slice(0, 3)
          .map(({ character: { slug, name, look, sense }, ...row }) => ({ slug, name, look, sense, ...row }))
      })),
    contact: contactHazards(
      library,
      input,
      pairs.map(({ pair }) => pair.lookalike.taxon)
    ),
    harvest: input.planned
      .filter(({ role }) => role === 'gather')
      .map(({ survey: { target }, part, portion }) => {
        const use = useOfPart(target, part);
        return {
          name: englishName(target),
          scientific: target.name,
          part,
          portion,
          rule: target.harvest?.rule ?? 'No rule is recorded: ask before you take.',
          tool: target.harvest?.tool ?? '',
          preparation: use?.preparation ?? 'not known',
          conditions: use?.conditions ?? ''
        };
      }),
    library: { hash: library.hash, name: library.name, taxa: library.taxa.size }
  };
  return { document, drawings };
}

const contactRoutes = new Set(['sap', 'sap-then-sunlight', 'touch', 'sting']);

/** Everything on the walk, planned or possible, that harms by contact. */
function contactHazards(
  library: Library,
  input: BriefInput,
  lookalikes: readonly LibraryTaxon[]
): BriefDocument['contact'] {
  const where = new Map<string, string>(
    lookalikes.map((taxon) => [taxon.slug, 'may stand among the others'])
  );
  for (const { survey, stopName } of input.planned) where.set(survey.target.slug, stopName);
  return [...where].flatMap(([slug, place]) => {
    const taxon = library.taxa.get(slug)!;
    const worst = taxon.hazards
      .filter(({ route }) => contactRoutes.has(route))
      .sort((a, b) => b.severity - a.severity)[0];
    return worst && worst.severity > 0
      ? [
          {
            name: englishName(taxon),
            scientific: taxon.name,
            effect: worst.effect,
            onset: worst.onset,
            where: place
          }
        ]
      : [];
  });
}
