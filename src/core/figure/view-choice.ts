import {
  type Character,
  type Library,
  type LibraryTaxon,
  type StageDescription,
  lacksOrgan
} from '../knowledge';
import { separability } from '../evidence';
import type { View } from './scene';

/** Which view shows a character, and which views tell a plant from those that it is taken for. */

/** The view in which a character is seen well enough to be judged. */
export const bestView: Readonly<Record<string, View>> = Object.fromEntries(
  Object.entries({
    leaf: [
      'leaf-venation',
      'leaf-margin',
      'leaf-hairs',
      'leaf-gloss',
      'leaf-spots',
      'leaf-base',
      'leaf-tip',
      'leaf-surface',
      'leaf-section',
      'leaf-waviness',
      'vein-colour',
      'lobe-tips',
      'lobe-direction',
      'end-leaflet',
      'leaflet-shape',
      'leaflet-stalks',
      'between-leaflets'
    ],
    underside: [
      'leaf-underside',
      'leaf-dots',
      'leaf-sheen-below',
      'midrib-prickles',
      'midrib-below',
      'underside-net'
    ],
    stalk: [
      'stalk-hairs',
      'stalk-ring',
      'stalk-tube',
      'stalk-section',
      'stalk-colour',
      'sheath-width',
      'stipules',
      'stalk-strings',
      'stalk-twist',
      'sheath-fringe'
    ],
    foot: ['foot-sheath', 'shoot-foot'],
    stem: [
      'stem-hairs',
      'stem-marks',
      'stem-section',
      'stem-width',
      'stem-filling',
      'stem-joints',
      'stem-bloom',
      'stem-arms',
      'thorn-buds',
      'stem-thread',
      'twig-bark'
    ],
    flower: [
      'flower-form',
      'bracts',
      'bracteoles',
      'ray-count',
      'ray-surface',
      'dark-floret',
      'spathe',
      'fruit-stand',
      'first-branching',
      'pod-stalk'
    ],
    'single flower': ['petal-count', 'petal-notch', 'flower-marks', 'anther-colour'],
    fruit: ['fruit-form', 'fruit-crown', 'fruit-seeds', 'berry-shape', 'oil-lines'],
    underground: ['underground', 'root-colour', 'root-sap'],
    'torn leaf': ['scent']
  } satisfies Partial<Record<View, string[]>>).flatMap(([view, slugs]) =>
    slugs.map((slug) => [slug, view as View])
  )
);

/** The view in which a character is judged: the whole plant, where no close view is about it. */
export const viewOf = (character: string): View => bestView[character] ?? 'whole';

/** The close views that show these characters, besides the whole plant. */
export function viewsFor(characters: readonly string[], most: number): View[] {
  const wanted = characters.map((slug) => bestView[slug]).filter((view) => view !== undefined);
  return [...new Set(wanted)].slice(0, most);
}

const strikingUndersides = new Set(['white-felt', 'purple', 'scales']);

/** How well a close view must tell a plant from one that it is taken for, to be shown for that. */
const tells = 0.5;

/** From this on the whole plant tells two apart at a glance: by something salient that hardly overlaps. */
const atAGlance = 3;

/** Close views by how well they tell a plant from those that it is taken for, the best first. */
function tellingViews(
  library: Library,
  taxon: Pick<LibraryTaxon, 'slug'>,
  stage: StageDescription,
  characters: readonly Character[]
): View[] {
  const partners = library.pairs
    .filter(({ target, lookalike }) => target === taxon.slug || lookalike === taxon.slug)
    .flatMap(({ target, lookalike }) => {
      const other = library.taxa.get(target === taxon.slug ? lookalike : target)?.stages.get(stage.stage);
      return other ? [other] : [];
    });
  const worth = new Map<View, number>();
  for (const partner of partners) {
    const best = new Map<View, number>();
    for (const character of characters) {
      const view = viewOf(character.slug);
      const [own, other] = [stage.cells.get(character.slug), partner.cells.get(character.slug)];
      if (!own || !other || lacksOrgan(character, own) || lacksOrgan(character, other)) continue;
      const told = separability(character, own, other);
      if (told >= tells) best.set(view, Math.max(best.get(view) ?? 0, told * (1 + character.salience)));
    }
    // What the whole plant tells at a glance needs no close view.
    const share = (best.get('whole') ?? 0) > atAGlance ? 0.2 : 1;
    for (const [view, value] of best) worth.set(view, (worth.get(view) ?? 0) + share * value);
  }
  return [...worth].sort(([, a], [, b]) => b - a).map(([view]) => view);
}

/**
 * The plant and two close views, as its sheet shows them: its flowers or fruits if it has any, then what tells it from
 * the plants that it is taken for, or else what is most striking on stem or leaf.
 */
export function standardViews(
  library: Library,
  taxon: Pick<LibraryTaxon, 'slug'>,
  stage: StageDescription
): View[] {
  const has = (view: View) => hasOrgan(library, stage, view);
  /** Nothing to be seen, such as no dots, is not worth a view; nor is an underside like the upper side, or its sheen. */
  const isNothing = (character: Character): boolean =>
    character.kind === 'states' &&
    character.states.every(({ negative }, i) => negative || !stage.cells.get(character.slug)!.listed[i]);
  const isStriking = (character: Character): boolean =>
    (character.slug !== 'leaf-underside' && character.slug !== 'leaf-sheen-below') ||
    (character.kind === 'states' &&
      character.states.some(
        ({ slug }, i) => stage.cells.get(character.slug)!.listed[i] && strikingUndersides.has(slug)
      ));
  const described = library.characters.filter((character) => {
    const weights = stage.cells.get(character.slug);
    if (!weights || lacksOrgan(character, weights) || isNothing(character) || !isStriking(character))
      return false;
    return (
      !['scent', 'dig', 'cut', 'break'].includes(character.sense) &&
      !['fruit', 'flower'].includes(character.organ)
    );
  });
  const bySalience = described.sort((x, y) => y.salience - x.salience).map(({ slug }) => slug);
  const first: View[] = has('fruit') ? ['fruit'] : has('flower') ? ['flower'] : [];
  const striking = viewsFor(
    // A white or purple underside says more than anything else of a leaf.
    described.some(({ slug }) => slug === 'leaf-underside') ? ['leaf-underside', ...bySalience] : bySalience,
    4
  );
  // Bracts and rays outlast the flowers.
  const isAsked = (view: View) => onlyAsked.has(view) && !(view === 'flower' && first.includes('fruit'));
  const others = [
    ...tellingViews(library, taxon, stage, described).filter((view) => !isAsked(view)),
    ...striking.filter((view) => !onlyAsked.has(view))
  ];
  return ['whole', ...[...new Set([...first, ...others])].slice(0, 2)];
}

/** Views that stand first where there is something to show, or that one asks for. */
const onlyAsked = new Set<View>(['whole', 'flower', 'single flower', 'fruit', 'underground', 'torn leaf']);

/** Whether the plant has at this stage what a close view would show. */
export function hasOrgan(library: Library, stage: StageDescription, view: View): boolean {
  if (view === 'whole') return true;
  const shown = Object.keys(bestView).filter((slug) => bestView[slug] === view);
  if (view === 'flower') shown.push('flower-cluster');
  return shown.some((slug) => {
    const weights = stage.cells.get(slug);
    return weights !== undefined && !lacksOrgan(library.character.get(slug)!, weights);
  });
}
