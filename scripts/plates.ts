import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  isDrawnAt,
  namedDifferences,
  plateSize,
  renderPlate,
  severalPlates,
  shownCharacters,
  standApart,
  sheetPlate,
  typicalSeed
} from '../src/core/figure';
import type { Library, LibraryTaxon, StageDescription } from '../src/core/knowledge';
import { createRandom } from '../src/core/random';
import { shippedRegions } from '../tests/support/content';

/**
 * Sheets of plates for whoever draws or judges them.
 *
 *   npm run plates -- blind [--seed 7] [--each 12]      all plates, shuffled and numbered; the key lies apart
 *   npm run plates -- show conium-maculatum:leaf,urtica-dioica [--seed 7]
 *   npm run plates -- twins [--each 40]                 the pairs whose plates are most alike, the nearest first
 *
 * Written to .local/plates: pages that any browser opens and prints.
 */

const out = join(import.meta.dirname, '../.local/plates');

interface Drawn {
  readonly library: Library;
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}

/** Of a plant that stands in several libraries, the one that was there first. */
const everyPlate: readonly Drawn[] = [
  ...new Map(
    [...shippedRegions().values()]
      .reverse()
      .flatMap(({ library }) =>
        [...library.taxa.values()].map((taxon) => [taxon.slug, { library, taxon }] as const)
      )
  ).values()
].flatMap(({ library, taxon }) =>
  [...taxon.stages.values()].filter(isDrawnAt).map((stage) => ({ library, taxon, stage }))
);

const drawing = ({ library, taxon, stage }: Drawn, seed: number): string =>
  renderPlate(sheetPlate(library, taxon, stage, seed));

const page = (figures: readonly string[]): string =>
  `<!doctype html><meta charset="utf-8"><style>body{margin:4px;background:#f7f2e7;font:13px sans-serif;display:flex;flex-wrap:wrap;gap:6px}figure{margin:0;width:${plateSize.width}px}svg{display:block;background:#fcfaf3}</style>${figures.join('')}`;

const figure = (svg: string, caption: string): string =>
  `<figure>${svg}<figcaption>${caption}</figcaption></figure>`;

/** Everything once, in an order and with seeds of chance. @param each plates to a sheet */
function blind(seed: number, each: number): void {
  const random = createRandom(`blind ${seed}`);
  const shuffled = everyPlate
    .map((one) => ({ ...one, seed: random.integer(1, 999_999), place: random.next() }))
    .sort((a, b) => a.place - b.place);
  const [sheets, key] = [join(out, 'blind'), join(out, 'key')];
  for (const folder of [sheets, key]) {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
  }
  for (let from = 0; from < shuffled.length; from += each) {
    const figures = shuffled
      .slice(from, from + each)
      .map((one, i) => figure(drawing(one, one.seed), String(from + i + 1)));
    writeFileSync(join(sheets, `sheet-${String(from / each + 1).padStart(2, '0')}.html`), page(figures));
  }
  const rows = shuffled.map(({ taxon, stage, seed }, i) => `${i + 1},${taxon.name},${stage.stage},${seed}`);
  writeFileSync(join(key, 'key.csv'), ['number,taxon,stage,seed', ...rows, ''].join('\n'));
  console.log(
    `${shuffled.length} plates on ${Math.ceil(shuffled.length / each)} sheets in .local/plates/blind; the key is .local/plates/key/key.csv`
  );
}

/** Those that are asked for, with their names. @param asked slugs, each with a stage after a colon or all its stages */
function show(asked: readonly string[], seed: number): void {
  const wanted = asked.flatMap((one) => {
    const [slug, name] = one.split(':');
    const found = everyPlate.filter(
      ({ taxon, stage }) =>
        taxon.slug === slug && (!name || stage.stage === name.replace('first-year-leaf', 'first-year leaf'))
    );
    if (found.length === 0) throw new Error(`Nothing is drawn of ${one}.`);
    return found;
  });
  mkdirSync(out, { recursive: true });
  writeFileSync(
    join(out, 'show.html'),
    page(wanted.map((one) => figure(drawing(one, seed), `${one.taxon.name}, ${one.stage.stage}`)))
  );
  console.log(`${wanted.length} plates in .local/plates/show.html`);
}

/** Specimens of each plant that are compared. */
const twinSeeds = [1, 2, 3, 4];

/** The pairs of one stage whose plates are most alike, beside each other. @param most how many pairs */
function twins(most: number): void {
  const known = everyPlate.map((one) => ({
    ...one,
    seen: severalPlates(one.library, one.taxon, one.stage, twinSeeds, plateSize),
    shown: shownCharacters(sheetPlate(one.library, one.taxon, one.stage))
  }));
  const pairs = known.flatMap((a, i) =>
    known
      .slice(i + 1)
      .filter(
        (b) => b.stage.stage === a.stage.stage && b.taxon.slug !== a.taxon.slug && b.library === a.library
      )
      .map((b) => ({ a, b, apart: standApart(a.seen, b.seen), names: namedDifferences(a.library, a, b) }))
  );
  // One difference that can be named is worth a good part of a picture that differs.
  const nearest = pairs
    .sort((x, y) => x.apart + 0.1 * x.names.length - (y.apart + 0.1 * y.names.length))
    .slice(0, most);
  mkdirSync(out, { recursive: true });
  writeFileSync(
    join(out, 'twins.html'),
    page(
      nearest.flatMap(({ a, b, apart, names }, i) =>
        [a, b].map((one) =>
          figure(
            drawing(one, twinSeeds[0]!),
            `${i + 1}. ${one.taxon.name}, ${one.stage.stage}: ${apart.toFixed(2)}; ${names.join(', ') || 'no difference that is named'}`
          )
        )
      )
    )
  );
  for (const { a, b, apart, names } of nearest)
    console.log(
      `${apart.toFixed(2)}  ${a.stage.stage}  ${a.taxon.name} / ${b.taxon.name}  ${names.join(', ') || '-'}`
    );
  console.log(
    `${pairs.length} pairs compared; the ${nearest.length} nearest are in .local/plates/twins.html`
  );
}

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { seed: { type: 'string' }, each: { type: 'string' } }
});
const seed = values.seed === undefined ? undefined : Number(values.seed);
const [command, ...rest] = positionals;
if (command === 'blind') blind(seed ?? 1, Number(values.each ?? 12));
else if (command === 'show') show(rest.join(',').split(',').filter(Boolean), seed ?? typicalSeed);
else if (command === 'twins') twins(Number(values.each ?? 40));
else throw new Error('Say what to make: blind, show or twins.');
