import type { Library, Stage } from '../knowledge';
import { apartAt } from '../walk';
import { type Pack, type PackTaxon, calendarOf } from './pack';
import { signsOf } from './signs';
import type { WalkEvent, WalkEventOf } from './walk-events';

/**
 * What was planned, as the ground has it: a plant at another stage is checked again by the library that was taken
 * along, and what stands there instead of it is not taken.
 */

type Checked = ReturnType<typeof signsOf>;

/** What was worked out, by library: an act is tapped more often than a stage changes. */
const known = new WeakMap<Library, Map<string, Checked>>();

function checkedAt(
  pack: Pack,
  library: Library,
  { slug, part }: PackTaxon,
  stage: Stage
): Checked | undefined {
  const taxon = library.taxa.get(slug);
  const description = taxon?.stages.get(stage);
  if (!taxon || !description) return undefined;
  const ofLibrary = known.get(library) ?? new Map<string, Checked>();
  known.set(library, ofLibrary);
  const key = [pack.walk.id, slug, part, stage].join(' ');
  const before = ofLibrary.get(key);
  if (before) return before;
  const checked = signsOf(
    apartAt(
      library,
      taxon,
      description,
      {
        isoDate: pack.walk.isoDate,
        habitats: pack.site.habitats,
        mayDig: pack.site.mayDig,
        policy: pack.school.policy,
        abundance: new Map(Object.entries(pack.abundance)),
        drills: new Map(),
        calendar: calendarOf(pack)
      },
      part
    )
  );
  ofLibrary.set(key, checked);
  return checked;
}

/** Why a part is not taken at a stage; nothing where its use is recorded for that stage. */
function againstStage(library: Library, { slug, part, role }: PackTaxon, stage: Stage): string[] {
  if (role !== 'gather') return [];
  const uses =
    library.taxa.get(slug)?.uses.filter((use) => use.kind !== 'history' && use.part === part) ?? [];
  return uses.some(({ stages }) => stages.includes(stage))
    ? []
    : [`It stands here in ${stage}, and no use of its ${part} is recorded for that.`];
}

function rowAsFound(
  pack: Pack,
  library: () => Library,
  row: PackTaxon,
  found: WalkEventOf<'ground differs'>
): PackTaxon {
  const forbid = (...words: string[]): PackTaxon => ({ ...row, forbidden: [...row.forbidden, ...words] });
  if (found.how === 'not found') return forbid('It was not found here.');
  if (found.how === 'other plant' || !found.stage)
    return forbid('Another plant stands here than was planned.');
  const checked = checkedAt(pack, library(), row, found.stage);
  if (!checked) return forbid(`The library does not describe it in ${found.stage}.`);
  return { ...forbid(...againstStage(library(), row, found.stage)), ...checked, stage: found.stage };
}

/**
 * The pack with its plants as they were found.
 * @param events standing ones, in their order
 * @param library compiled when it is asked for
 */
export function asFound(pack: Pack, events: readonly WalkEvent[], library: () => Library): Pack {
  const found = events.filter((one) => one.kind === 'ground differs');
  if (found.length === 0) return pack;
  return {
    ...pack,
    taxa: pack.taxa.map((row) => {
      const last = found.findLast((one) => one.stop === row.stop && one.taxon === row.slug);
      return last ? rowAsFound(pack, library, row, last) : row;
    })
  };
}
