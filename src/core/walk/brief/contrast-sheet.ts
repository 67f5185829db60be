import { rivalOf } from '../../evidence';
import { type Side, anchorOf, composePlate, isDrawnAt, renderPlate, viewsFor } from '../../figure';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  contentHash,
  englishName,
  pieceAt,
  worstSeverity
} from '../../knowledge';
import { seedOf } from '../../random';
import { addDays, stageIsReady, stagesOn } from '../../season';
import type { BriefPlate, ContrastSheet } from './document';
import { contrastRows } from './contrast';
import type { Circumstances, Survey, SurveyedPair } from '../survey';

/** One pair on one sheet: both plants drawn at the stages that they have on the date. */

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

export const named = (taxon: LibraryTaxon, stage: string) => ({
  slug: taxon.slug,
  name: englishName(taxon),
  scientific: taxon.name,
  stage
});

/** The stage of a lookalike that is most likely to be met. */
const likeliestStage = (pair: SurveyedPair): StageDescription =>
  pair.lookalike.stages.reduce((best, one) => (one.probability > best.probability ? one : best)).description;

/** What separates one pair of a survey, as a sheet has it. */
export function sheetRows(
  library: Library,
  { target, stage, separation }: Survey,
  pair: SurveyedPair,
  at: Circumstances
): ContrastSheet['rows'] {
  const own = { taxon: target, stage: stage! };
  const rival = rivalOf(library, own, { taxon: pair.lookalike.taxon, stage: likeliestStage(pair) });
  const piece = pieceAt(target, stage!.stage);
  return contrastRows(library, { ...own, piece }, rival, separation.set.characters, at).map(
    ({ character: { slug, name, look, sense }, ...row }) => ({ slug, name, look, sense, ...row })
  );
}

/** One pair of a survey as a contrast sheet, drawn at the stages that the two have on the date. */
export function contrastSheet(
  library: Library,
  survey: Survey,
  pair: SurveyedPair,
  {
    role,
    isDangerMet,
    isConfirmed
  }: {
    readonly role: ContrastSheet['target']['role'];
    readonly isDangerMet: boolean;
    readonly isConfirmed: (claim: string) => boolean;
  },
  at: Circumstances,
  drawings: Drawings
): ContrastSheet {
  const { target, stage, trust } = survey;
  const { taxon, curated } = pair.lookalike;
  const other = likeliestStage(pair);
  const rows = sheetRows(library, survey, pair, at);
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
    isDangerMet,
    rating: pair.rating,
    separable: pair.separable,
    ...(curated?.kind === 'grows among' && { growsAmong: true }),
    firstDate: pair.separable ? undefined : survey.firstDate,
    rows,
    trust:
      pair.separable && curated?.kind !== 'grows among'
        ? { onTarget: trust.onTarget, onLookalike: trust.onRival.get(taxon.slug) ?? 0 }
        : undefined,
    drafts: [
      { taxon: target, hash: stage!.hash },
      { taxon, hash: other.hash }
    ].flatMap((one) => (isConfirmed(one.hash) ? [] : [englishName(one.taxon)])),
    failingTest: curated && { claim: curated.failingTest.claim, fails: curated.failingTest.fails },
    why: curated?.why,
    notYet: notYet(target, stage!, at),
    plates: [
      plateOf(library, target, stage!, drawn, seed, 'right', drawings),
      plateOf(library, taxon, other, drawn, seed, 'left', drawings)
    ]
  };
}
