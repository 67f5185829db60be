import { type LibraryTaxon, isHarmful, worstContact } from '../../knowledge';
import { toolsAtStop } from '../../making';
import { listed } from '../../words';
import type { PlanFacts, TaxonFacts } from './facts';
import { inSeason } from './weather';

/** What has to be packed, proposed from taxa, hazards, site and season: common practice, no source. */
export interface KitItem {
  /** Stays the same while the plan changes, so that a tick stays with it. */
  readonly key: string;
  readonly label: string;
  readonly why: string;
  readonly carriedBy: 'leaders' | 'everyone';
  /** It protects: where somebody strikes it off, the checks say so. */
  readonly protects: boolean;
}

type Source = Pick<
  PlanFacts,
  'kind' | 'site' | 'animals' | 'months' | 'isoDate' | 'stops' | 'taxa' | 'light'
>;

/** Into what a crop goes that a basket would spoil: common practice, no source. */
const containers = [
  {
    kind: /berr|fruit|sloe|haw/,
    label: 'A flat tub, filled one layer deep',
    why: 'they burst and stain'
  },
  { kind: /frond|blade|weed/, label: 'A net bag that drips', why: 'they come out of the sea' },
  { kind: /flesh|shell/, label: 'A bucket with sea water', why: 'they are kept alive until they are cooked' },
  { kind: /flower|umbel|head/, label: 'A paper bag, carried open', why: 'pollen and small animals' }
] as const;

/** Dangerous plants that nobody planned but that may stand there harm too: they are named with the rest. */
export const contactNames = (
  taxa: readonly TaxonFacts[],
  lookalikes: readonly LibraryTaxon[],
  nameOf: (taxon: LibraryTaxon) => string
): string[] => [
  ...new Set([
    ...taxa.filter(({ contact }) => contact).map(({ name }) => name),
    ...lookalikes.filter((taxon) => isHarmful(worstContact(taxon)?.severity ?? 0)).map(nameOf)
  ])
];

/**
 * @param end minutes after midnight at which the walk ends
 * @param touching names of what harms by contact on this walk
 */
export function proposeKit(facts: Source, end: number, touching: readonly string[]): KitItem[] {
  const items = new Map<string, KitItem>();
  /** What is packed for two reasons is packed once, by everyone where either asks that. */
  const pack = (
    key: string,
    label: string,
    why: string,
    carriedBy: KitItem['carriedBy'] = 'leaders',
    protects = false
  ) => {
    const packed = items.get(key);
    if (!packed) items.set(key, { key, label, why, carriedBy, protects });
    else
      items.set(key, {
        ...packed,
        why: packed.why.split('; ').includes(why) ? packed.why : `${packed.why}; ${why}`,
        carriedBy: [packed.carriedBy, carriedBy].includes('everyone') ? 'everyone' : 'leaders',
        protects: packed.protects || protects
      });
  };
  const { site, stops, taxa } = facts;
  const isOut = facts.kind === 'walk';
  const gathered = taxa.filter(({ role }) => role === 'gather');
  const activities = stops.flatMap(({ activity }) => (activity ? [activity] : []));

  pack('first-aid', 'First-aid kit, checked', 'a cut, a sting, a fall', 'leaders', true);
  pack(
    'phone',
    'Charged telephone with the emergency numbers, and a spare battery',
    'to call',
    'leaders',
    true
  );
  pack('briefs', 'Printed briefs and pocket cards', 'telephones fail');
  pack('sample-bags', 'Clean bags and labels for samples', 'a sample is kept where somebody feels ill');
  if (isOut) pack('water', 'Water and something to eat', 'nothing that was gathered is lunch', 'everyone');
  if (touching.length > 0) {
    pack('gloves', 'Gloves and long sleeves', touching.join(', '), 'everyone', true);
    pack('wash', 'Soap and water to wash at once', touching.join(', '), 'leaders', true);
  }
  if (taxa.some(({ contact }) => contact?.route === 'sap-then-sunlight'))
    pack('cover', 'Something dark to cover skin', 'sap that burns in sunlight', 'leaders', true);
  if (gathered.length > 0) {
    pack(
      'basket',
      'A basket or paper bag each, one kind of plant in each',
      'pieces are checked one by one',
      'everyone'
    );
    for (const { kind, label, why } of containers) {
      const inIt = gathered.filter(({ part }) => kind.test(part)).map(({ name }) => name);
      if (inIt.length > 0) pack(label, label, `${listed([...new Set(inIt)])}: ${why}`, 'everyone');
    }
    pack('tray', 'Light tray for the basket check', 'each piece is laid out');
  }
  const toolsOf = ({ tool }: (typeof gathered)[number]) =>
    tool
      .toLowerCase()
      .split(/,|\band\b/)
      .map((one) => one.trim())
      .filter((one) => one && !/^(hand|hands|fingers|by hand|none)\b/.test(one));
  for (const tool of new Set(gathered.flatMap(toolsOf))) {
    if (tool === 'gloves' && touching.length > 0) continue;
    pack(
      `tool ${tool}`,
      tool.charAt(0).toUpperCase() + tool.slice(1),
      gathered
        .filter((one) => toolsOf(one).includes(tool))
        .map(({ name }) => name)
        .join(', ')
    );
  }
  // What is brewed or cooked on the spot brings its own tools along.
  const kitchen = new Map<string, string[]>();
  for (const { kind } of activities)
    for (const { name, kitchen: ways } of gathered)
      for (const tool of toolsAtStop(ways, kind)) kitchen.set(tool, [...(kitchen.get(tool) ?? []), name]);
  for (const [tool, names] of kitchen)
    if (!(tool === 'gloves' && touching.length > 0))
      pack(
        `kitchen ${tool}`,
        tool.charAt(0).toUpperCase() + tool.slice(1),
        `to prepare ${listed([...new Set(names)])}`
      );
  if (taxa.some(({ legal }) => legal.some((status) => /invasive/i.test(status))))
    pack('brush', 'Brush for boots and baskets', 'seed and soil stay where they are', 'everyone', true);

  if (isOut && site.hasTide && stops.some(({ isOnShore }) => isOnShore))
    pack('tide', 'Tide times on paper, and a watch', 'the sea comes back', 'leaders', true);
  if (site.kinds.includes('deep mud'))
    pack('rope', 'Throw line and a stick', 'deep mud on the ground', 'leaders', true);
  if (isOut && (site.kinds.includes('stream') || site.habitats.includes('waterside')))
    pack('boots', 'Boots that may get wet', 'wet ground', 'everyone');
  if (isOut)
    for (const { name, kit } of facts.animals)
      for (const one of kit) pack(one.key, one.label, name.toLowerCase(), one.carriedBy, one.protects);
  if (isOut && (site.altitudeMetres ?? 0) >= 150) {
    pack('map', 'Paper map and compass', 'hill', 'leaders', true);
    pack('shelter', 'Group shelter and warm layers', 'hill', 'leaders', true);
  }
  if (isOut && inSeason(facts, 'heat')) pack('sun', 'Hats and sun cream', 'summer', 'everyone');
  if (isOut && inSeason(facts, 'cold'))
    pack('warm', 'Waterproofs and a warm layer', 'the season', 'everyone');
  if (isOut && facts.light && end > facts.light.sunset - 30)
    pack('torch', 'Head torches', 'it ends near sunset', 'everyone', true);

  if (activities.some(({ fire }) => fire)) {
    pack('fire-water', 'Bucket of water and a fire blanket', 'fire', 'leaders', true);
    pack('burns', 'Burn dressing', 'fire', 'leaders', true);
  }
  if (activities.some(({ blades }) => blades))
    pack('blades', 'Tally of blades, counted out and in; large dressing', 'blades', 'leaders', true);
  for (const { kind, materials } of activities)
    if (materials) pack(`materials ${kind} ${materials}`, materials, kind);
  if (facts.kind === 'class') {
    pack('tally', 'Tally of specimens, counted out and in', 'nothing stays behind', 'leaders', true);
    if (taxa.some(({ specimens }) => specimens?.handling === 'bagged'))
      pack('clear-bags', 'Clear bags that close, with labels', 'dangerous specimens', 'leaders', true);
    pack('cloth', 'Light cloth to lay specimens on', 'memory tray');
  }
  return [...items.values()];
}
