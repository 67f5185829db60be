import { type PlantSheet, type SheetPlant, plantSheet, stageOfSheet } from '$core/lesson';
import {
  type Hazard,
  type Library,
  type LibraryTaxon,
  severityWords,
  standingInWords
} from '$core/knowledge';
import { monthOf } from '$core/words';
import { type Viewer, leads } from '../accounts';
import type { SchoolDb } from '../database/school';
import { readSettings } from '../school/schools';
import { type TestedPicture, picturesOf } from './memory-pictures';

/** One plant on one sheet, with all that a lesson on it needs, for the page and for paper. */
export interface SheetFacts extends PlantSheet {
  readonly family: string;
  readonly alsoCalled: readonly { readonly name: string; readonly warning: string | undefined }[];
  /** Its stages in their order, with the month from which each is up. */
  readonly stages: readonly { readonly stage: SheetPlant['stage']; readonly from: string }[];
  readonly uses: readonly string[];
  readonly harvest: string | undefined;
  readonly cautions: readonly string[];
  readonly meaning: string | undefined;
  readonly flavour: string | undefined;
  readonly growsIn: string;
  readonly range: string;
  readonly basis: string;
  readonly pictures: readonly TestedPicture[];
}

const cautionOf = ({ route, severity, effect, onset, parts }: Hazard): string =>
  `${route.replaceAll('-', ' ')}, ${severityWords[severity]}: ${effect} (${parts}; ${onset})`;

function growsIn(library: Library, { habitats, microhabitat }: LibraryTaxon): string {
  const place = library.character.get('place');
  const labels =
    place?.kind === 'states'
      ? place.states.filter(({ slug }) => habitats.includes(slug)).map(({ label }) => label)
      : [];
  return microhabitat ?? `${labels.join(', ')}.`.replace(/^./, (letter) => letter.toUpperCase());
}

/** @param stageName the stage that it is about; without one, what is up or gathered */
export async function sheetOf(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  taxon: LibraryTaxon,
  stageName: string | null
): Promise<SheetFacts> {
  const { policy } = await readSettings(db);
  const stage =
    [...taxon.stages.values()].find((one) => one.stage === stageName) ?? stageOfSheet(taxon, viewer.today);
  const sheet = plantSheet(library, taxon, stage, viewer.today, {
    // Nothing is dug up to learn a plant.
    mayDig: false,
    scentCounts: policy.scentCounts
  });
  const family = library.families.get(taxon.family);
  return {
    ...sheet,
    family: family?.english ? `${family.english}, ${family.name}` : taxon.family,
    alsoCalled: taxon.names
      .filter(({ language, name }) => language === 'en' && name !== sheet.plant.name)
      .map(({ name, warning }) => ({ name, warning })),
    stages: [...taxon.stages.values()].map(({ stage: name, windows }) => ({
      stage: name,
      from: monthOf(windows[0]![0])
    })),
    uses: taxon.uses
      .filter(({ kind }) => kind !== 'history')
      .map(({ kind, part, preparation }) => `${kind === 'food' ? '' : `${kind}: `}${part}. ${preparation}`),
    harvest: taxon.harvest?.rule,
    cautions: [...taxon.hazards].sort((a, b) => b.severity - a.severity).map(cautionOf),
    meaning: taxon.meaning,
    flavour: taxon.uses.length > 0 ? taxon.flavour : undefined,
    growsIn: growsIn(library, taxon),
    range: taxon.standing ? standingInWords(taxon.standing) : '',
    basis: taxon.basis,
    // What fits a lookalike, too, is no lesson: it is for those who may take it away.
    pictures: (await picturesOf(db, library, taxon)).filter((one) => one.isKept || leads(viewer))
  };
}
