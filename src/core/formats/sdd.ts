import type { Cell, Character, FrequencyWord, LibraryDocument, Taxon } from '../knowledge';
import { writeXml } from './xml';

/**
 * A library's character matrix as Structured Descriptive Data 1.1 (TDWG standard 116, 2005): characters with their
 * states, taxa with English names, and a coded description for each taxon at each stage. What is not described is left
 * out, as everywhere: it is not known.
 */

const caution = 'Drafts until a school confirms them. No description here clears a plant for eating.';

/** Identifiers are unique within a file and are no numbers (XML Schema, xs:NCName). */
const ids = {
  character: (slug: string) => `c-${slug}`,
  state: (character: string, state: string) => `s-${character}--${state}`,
  taxon: (slug: string) => `t-${slug}`,
  description: (slug: string, stage: string) => `d-${slug}--${stage.replaceAll(' ', '-')}`,
  frequency: (word: string) => `f-${word}`
};

const represented = (label: string, detail?: string) => ({
  Label: label,
  ...(detail ? { Detail: detail } : {})
});

/** How often a state is met, as shares of plants: what each of our words stands for. */
const frequencies: Readonly<Record<FrequencyWord, readonly [lower: number, upper: number]>> = {
  always: [0.95, 1],
  usually: [0.5, 0.95],
  sometimes: [0.12, 0.5],
  rarely: [0, 0.12]
};

const isRange = (cell: Cell): cell is Extract<Cell, { min: unknown }> =>
  typeof (cell as { min?: unknown }).min === 'number';

const categorical = (character: Extract<Character, { kind: 'states' }>) => ({
  '@id': ids.character(character.slug),
  Representation: represented(`${character.organ}: ${character.name}`, character.look),
  States: {
    StateDefinition: character.states.map(({ slug, label, definition }) => ({
      '@id': ids.state(character.slug, slug),
      Representation: represented(label, definition)
    }))
  }
});

const quantitative = (character: Extract<Character, { kind: 'range' }>) => ({
  '@id': ids.character(character.slug),
  Representation: represented(`${character.organ}: ${character.name}`, character.look),
  MeasurementUnit: { Label: { '@role': 'Abbrev', '#text': character.unit } }
});

/** Minimum and maximum as met at all, the inner two as met mostly. */
const measures = ({ min, low, high, max }: Extract<Cell, { min: unknown }>) =>
  (
    [
      ['Min', min],
      ['UMethLower', low],
      ['UMethUpper', high],
      ['Max', max]
    ] as const
  ).map(([type, value]) => ({ '@type': type, '@value': String(value) }));

function described(taxon: Taxon, stage: string, description: Readonly<Record<string, Cell>>) {
  const cells = Object.entries(description);
  return {
    '@id': ids.description(taxon.slug, stage),
    Representation: represented(`${taxon.name}, ${stage}`, `Stage: ${stage}. ${caution}`),
    Scope: { TaxonName: { '@ref': ids.taxon(taxon.slug) } },
    SummaryData: {
      Categorical: cells.flatMap(([character, cell]) =>
        isRange(cell)
          ? []
          : [
              {
                '@ref': ids.character(character),
                State: Object.entries(cell).map(([state, word]) => ({
                  '@ref': ids.state(character, state),
                  Frequency: { '@ref': ids.frequency(word) }
                }))
              }
            ]
      ),
      Quantitative: cells.flatMap(([character, cell]) =>
        isRange(cell) ? [{ '@ref': ids.character(character), Measure: measures(cell) }] : []
      )
    }
  };
}

/**
 * Writes a library as SDD.
 * @param madeAt instant of writing, ISO 8601
 */
export function writeSdd(document: LibraryDocument, madeAt: string): string {
  return writeXml({
    Datasets: {
      '@xmlns': 'http://rs.tdwg.org/UBIF/2006/',
      TechnicalMetadata: { '@created': madeAt, Generator: { '@name': 'Good Trail', '@version': '1' } },
      Dataset: {
        '@xml:lang': 'en',
        Representation: represented(`${document.name}, ${document.region.title}`, caution),
        TaxonNames: {
          TaxonName: document.taxa.map((taxon) => ({
            '@id': ids.taxon(taxon.slug),
            Representation: { Label: [taxon.name, ...taxon.names.map(({ name }) => name)] }
          }))
        },
        DescriptiveConcepts: {
          DescriptiveConcept: {
            '@id': 'dc-frequency',
            Representation: represented('How often a state is met'),
            Modifiers: {
              Modifier: Object.entries(frequencies).map(([word, [lower, upper]]) => ({
                '@id': ids.frequency(word),
                Representation: represented(word),
                ModifierClass: 'Frequency',
                ProportionRange: { '@lowerEstimate': String(lower), '@upperEstimate': String(upper) }
              }))
            }
          }
        },
        Characters: {
          CategoricalCharacter: document.characters.flatMap((one) =>
            one.kind === 'states' ? [categorical(one)] : []
          ),
          QuantitativeCharacter: document.characters.flatMap((one) =>
            one.kind === 'range' ? [quantitative(one)] : []
          )
        },
        CodedDescriptions: {
          CodedDescription: document.taxa.flatMap((taxon) =>
            Object.entries(taxon.stages).flatMap(([stage, entry]) =>
              entry && Object.keys(entry.description).length > 0
                ? [described(taxon, stage, entry.description)]
                : []
            )
          )
        }
      }
    }
  });
}
