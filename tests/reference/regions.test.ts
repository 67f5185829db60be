import { describe, expect, it } from 'vitest';
import { type Circumstances, surveyTaxon } from '../../src/core/walk';
import { stagesUp } from '../../src/core/season';
import { springWood } from '../support/circumstances';
import { shippedLibrary } from '../support/content';

/**
 * What each region is best known for gathering, in its month, on ground like that of its demo site, and what a local
 * botanist would warn of beside it: common practice in each, from memory.
 */
const seasons: readonly [
  region: string,
  on: string,
  habitats: readonly string[],
  expected: Readonly<Record<string, readonly string[]>>
][] = [
  [
    'eastern-north-america',
    '2027-05-05',
    ['woodland', 'waterside', 'hedge-bank', 'waste-ground'],
    {
      'allium-tricoccum': ['veratrum-viride', 'convallaria-majalis', 'symplocarpus-foetidus'],
      'allium-vineale': ['ornithogalum-umbellatum'],
      'nasturtium-officinale': ['cicuta-maculata']
    }
  ],
  [
    'eastern-north-america',
    '2027-08-25',
    ['waterside', 'hedge-bank', 'grassland', 'woodland'],
    {
      'vitis-riparia': ['menispermum-canadense', 'parthenocissus-quinquefolia'],
      'sambucus-canadensis': ['phytolacca-americana'],
      'rhus-typhina': ['toxicodendron-vernix'],
      'rubus-allegheniensis': ['toxicodendron-radicans']
    }
  ],
  [
    'pacific-north-america',
    '2027-03-10',
    ['woodland', 'grassland', 'hedge-bank', 'waterside', 'waste-ground'],
    {
      'claytonia-perfoliata': ['euphorbia-peplus', 'lysimachia-arvensis', 'conium-maculatum'],
      'nasturtium-officinale': ['cicuta-douglasii'],
      'foeniculum-vulgare': ['conium-maculatum', 'cicuta-douglasii'],
      'pseudotsuga-menziesii': ['taxus-brevifolia']
    }
  ],
  [
    'pacific-north-america',
    '2027-06-10',
    ['woodland', 'hedge-bank'],
    { 'rubus-ursinus': ['toxicodendron-diversilobum'] }
  ],
  [
    'western-mediterranean',
    '2027-03-15',
    ['wall-rock', 'hedge-bank', 'woodland', 'grassland', 'cultivated', 'waterside'],
    {
      'asparagus-acutifolius': ['dioscorea-communis', 'ruscus-aculeatus'],
      'umbilicus-rupestris': ['arisarum-vulgare', 'arum-italicum'],
      'allium-roseum': ['narcissus-tazetta'],
      'sonchus-oleraceus': ['mandragora-autumnalis', 'lactuca-virosa', 'senecio-vulgaris'],
      'foeniculum-vulgare': ['conium-maculatum', 'ferula-communis'],
      'laurus-nobilis': ['nerium-oleander'],
      'silene-vulgaris': ['euphorbia-helioscopia']
    }
  ],
  [
    'western-mediterranean',
    '2027-08-25',
    ['hedge-bank', 'waterside'],
    { 'rubus-ulmifolius': ['coriaria-myrtifolia'] }
  ],
  [
    'south-eastern-australia',
    '2027-10-20',
    ['waterside', 'grassland', 'woodland', 'waste-ground', 'hedge-bank', 'coast'],
    {
      'mentha-australis': ['mentha-pulegium'],
      'apium-prostratum': ['conium-maculatum'],
      'tetragonia-tetragonioides': ['euphorbia-paralias'],
      'foeniculum-vulgare': ['conium-maculatum']
    }
  ]
];

describe.each(seasons)('in %s on %s', (region, isoDate, habitats, expected) => {
  const library = shippedLibrary(region);
  const there: Circumstances = { ...springWood, isoDate, habitats };

  it.each(Object.entries(expected))('%s can be gathered, beside %j', (slug, lookalikes) => {
    const taxon = library.taxa.get(slug)!;
    const gathered = taxon.uses
      .filter(({ kind }) => kind !== 'history')
      .flatMap(({ stages }) => stages as readonly string[]);
    expect(stagesUp(taxon, isoDate).some(({ stage }) => gathered.includes(stage))).toBe(true);
    const listed = surveyTaxon(library, taxon, 'gather', there).pairs.map(
      ({ lookalike }) => lookalike.taxon.slug
    );
    expect(listed).toEqual(expect.arrayContaining([...lookalikes]));
  });
});
