import {
  type ComparedCharacter,
  type LookingRules,
  compareStages,
  contrastsOf,
  dangerousLookalikes,
  rivalOf,
  separates,
  separatingSet
} from '../evidence';
import {
  type Library,
  type LibraryTaxon,
  type Stage,
  type StageDescription,
  type Window,
  cellInWords,
  englishName,
  isDangerous,
  pieceAt,
  worstSeverity
} from '../knowledge';
import { addDays, dayOfYear, stagesOn, stagesUp } from '../season';

/** One plant on one sheet: through its year, and beside what else it could be. */

export interface SheetPlant {
  readonly slug: string;
  readonly name: string;
  readonly scientific: string;
  readonly group: LibraryTaxon['group'];
  readonly stage: Stage;
  readonly severity: number;
  readonly isDangerous: boolean;
  readonly year: readonly { readonly stage: Stage; readonly windows: readonly Window[] }[];
}

export interface SheetRow {
  readonly name: string;
  readonly look: string;
  /** Whether it is one of the characters that settle it, in checking order. */
  readonly decides: boolean;
  readonly own: string;
  /** Of each of the others; undefined where nothing is described. */
  readonly others: readonly (
    | { readonly words: string; /** From the plant itself, by this alone. */ readonly tells: boolean }
    | undefined
  )[];
}

export interface PlantSheet {
  readonly plant: SheetPlant;
  /** What else it could be at its stage, the worst first. */
  readonly others: readonly SheetPlant[];
  /** How many more there are, for whom the sheet has no room. */
  readonly more: readonly string[];
  readonly rows: readonly SheetRow[];
  /** Whether what is on the sheet settles it against all that are on it. */
  readonly isTold: boolean;
}

/** Plants and rows that one sheet has room for. */
const mostOthers = 4;
const mostRows = 5;

/** A day on which a stage is up: today where it is, else the middle of its peak. */
function dayOf(stage: StageDescription, today: string): string {
  const isUpOn = (isoDate: string) =>
    stage.windows.some(([start, , , end]) => {
      const day = dayOfYear(isoDate);
      return start <= end ? day >= start && day <= end : day >= start || day <= end;
    });
  if (isUpOn(today)) return today;
  const [, from, to] = stage.windows[0]!;
  const middle = to >= from ? (from + to) / 2 : (from + to + 365) / 2;
  return addDays(`${today.slice(0, 4)}-01-01`, Math.round(middle) - 1);
}

function sheetPlant(taxon: LibraryTaxon, stage: Stage): SheetPlant {
  return {
    slug: taxon.slug,
    name: englishName(taxon),
    scientific: taxon.name,
    group: taxon.group,
    stage,
    severity: worstSeverity(taxon),
    isDangerous: isDangerous(taxon),
    year: [...taxon.stages.values()].map(({ stage: name, windows }) => ({ stage: name, windows }))
  };
}

interface Other {
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}

/** What dangerous is up and may be taken for a plant at its stage, the worst first. */
const mistakenForIt = (
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  isoDate: string
): Other[] =>
  dangerousLookalikes(library, taxon, stage, isoDate, { habitats: [] })
    .filter(({ curated }) => curated?.kind !== 'grows among')
    .sort(
      (a, b) =>
        worstSeverity(b.taxon) - worstSeverity(a.taxon) ||
        Number(b.curated !== undefined) - Number(a.curated !== undefined) ||
        (b.similarity ?? 0) - (a.similarity ?? 0)
    )
    .map(({ taxon: other, stages }) => ({
      taxon: other,
      stage: [...stages].sort((a, b) => b.probability - a.probability)[0]!.description
    }));

/** What a dangerous plant is taken for that is up then. */
const takenFor = (library: Library, taxon: LibraryTaxon, isoDate: string): Other[] =>
  [...new Set(library.pairs.filter(({ lookalike }) => lookalike === taxon.slug).map(({ target }) => target))]
    .map((slug) => library.taxa.get(slug)!)
    .flatMap((other) => {
      const [up] = stagesUp(other, isoDate);
      return up ? [{ taxon: other, stage: other.stages.get(up.stage)! }] : [];
    });

/** The stage that a sheet is about if nobody says another: what is up, of that what is gathered first. */
export function stageOfSheet(taxon: LibraryTaxon, today: string): StageDescription {
  const up = stagesUp(taxon, today).map(({ stage }) => stage);
  const inOrder = [...up, ...taxon.stages.keys()];
  const gathered = inOrder.find((stage) => pieceAt(taxon, stage) !== undefined);
  return taxon.stages.get(gathered ?? inOrder[0] ?? stagesOn(taxon, today)[0]!.stage)!;
}

/** @param today what of its lookalikes is up is seen from this day, YYYY-MM-DD, or from the stage's own */
export function plantSheet(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  today: string,
  rules: LookingRules
): PlantSheet {
  const target = { taxon, stage };
  const found = isDangerous(taxon)
    ? takenFor(library, taxon, dayOf(stage, today))
    : mistakenForIt(library, taxon, stage, dayOf(stage, today));
  const shown = found.slice(0, mostOthers);
  const set = separatingSet(
    library.characters,
    stage,
    shown.map((other) => rivalOf(library, target, other)),
    { ...rules, piece: pieceAt(taxon, stage.stage) }
  );
  const told = shown.map((other) => contrastsOf(library.characters, stage, other.stage).separability);
  const isDeciding = ({ character }: ComparedCharacter) => set.set.characters.includes(character);
  const compared = compareStages(library.characters, [stage, ...shown.map((other) => other.stage)]);
  // Those that decide first, then those that tell the most of them apart.
  const weight = (one: ComparedCharacter) => {
    const index = library.characters.indexOf(one.character);
    return told.filter((separability) => separability[index]! >= separates).length;
  };
  const chosen = compared.separating
    .filter(({ cells: [own] }) => own !== undefined)
    .filter((one) => isDeciding(one) || (weight(one) > 0 && one.character.sense !== 'dig'))
    .sort((a, b) => Number(isDeciding(b)) - Number(isDeciding(a)) || weight(b) - weight(a))
    .slice(0, mostRows);
  const inOrder = compared.separating.filter((one) => chosen.includes(one));
  return {
    plant: sheetPlant(taxon, stage.stage),
    others: shown.map((other) => sheetPlant(other.taxon, other.stage.stage)),
    more: found.slice(mostOthers).map((one) => englishName(one.taxon)),
    isTold: !isDangerous(taxon) && shown.length > 0 && set.found,
    rows: inOrder.map((one) => {
      const [own, ...others] = one.cells;
      const index = library.characters.indexOf(one.character);
      return {
        name: one.character.name,
        look: one.character.look,
        decides: isDeciding(one),
        own: cellInWords(one.character, own!),
        others: others.map((cell, i) =>
          cell ? { words: cellInWords(one.character, cell), tells: told[i]![index]! >= separates } : undefined
        )
      };
    })
  };
}
