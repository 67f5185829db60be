import { type Model, hidesItsStem } from '../form';
import { hasLobedLeaflets } from '../leaf';
import type { Shown } from '../scene';

/** Which characters each organ shows, from afar and near. */

const bladeCharacters = [
  'leaf-outline',
  'leaf-division',
  'leaf-base',
  'leaf-tip',
  'leaf-venation',
  'leaf-margin',
  'leaf-hairs',
  'leaf-gloss',
  'leaf-spots',
  'leaf-surface',
  'leaf-section',
  'leaf-thickness',
  'leaf-colour',
  'leaf-waviness',
  'vein-colour',
  'lobe-tips',
  'lobe-direction',
  'end-leaflet',
  'leaflet-shape',
  'leaflet-stalks',
  'leaflet-pairs',
  'between-leaflets',
  'needle-stand'
];
/** What can be made out of a leaf in a drawing of the whole plant. */
const bladeFromAfar = [
  'leaf-outline',
  'leaf-division',
  'leaf-base',
  'leaf-colour',
  'end-leaflet',
  'lobe-tips',
  'lobe-direction',
  'leaflet-shape',
  'needle-stand'
];
const ofLeaflets = new Set(['end-leaflet', 'leaflet-shape', 'leaflet-stalks', 'leaflet-pairs']);
const ofBlades = new Set([
  'leaf-base',
  'leaf-tip',
  'leaf-venation',
  'leaf-gloss',
  'leaf-spots',
  'leaf-surface',
  'leaf-section',
  'leaf-thickness',
  'leaf-waviness',
  'vein-colour',
  'lobe-direction'
]);
/** Leaflets of these are blades of their own, with edge, spots and gloss. */
const withBlades = new Set(['in-threes', 'hand-divided', 'three-leaflets']);
const ofLeafletBlades = new Set(['leaf-gloss', 'leaf-spots', 'leaf-surface', 'leaf-thickness']);

/** The characters that a drawn leaf shows: what its division leaves of them. */
export function bladeShows(model: Model, near: boolean): Shown[] {
  const { traits } = model;
  const division = traits.state('leaf-division') ?? 'undivided';
  const isWhole = division === 'undivided' || division === 'lobed';
  const isRound = traits.state('leaf-base') === 'shield';
  const isIvy = division === 'lobed' && traits.state('leaf-venation') === 'hand';
  const isCrowded = hidesItsStem(traits);
  const applies = (slug: string): boolean => {
    if (slug === 'lobe-tips') return (division === 'lobed' && !isIvy) || hasLobedLeaflets(model);
    if (slug === 'vein-colour' && traits.state('leaf-venation') === 'midrib-only')
      return isWhole && !isRound && ['flat', 'keeled'].includes(traits.state('leaf-section') ?? 'flat');
    // A needle is too narrow for more than its midrib, and a lobed blade is drawn with one vein into each lobe.
    if (
      slug === 'leaf-venation' &&
      (traits.state('leaf-outline') === 'needle' || (division === 'lobed' && !isIvy))
    )
      return false;
    if (slug === 'end-leaflet')
      return (
        division !== 'undivided' &&
        division !== 'repeatedly-pinnate' &&
        division !== 'hand-divided' &&
        division !== 'in-threes'
      );
    if (slug === 'lobe-direction') return division === 'lobed' && !isIvy;
    if (slug === 'between-leaflets') return division === 'once-pinnate';
    if (slug === 'needle-stand') return isCrowded && !near;
    if (slug === 'leaflet-stalks')
      return (
        !isWhole &&
        division !== 'repeatedly-pinnate' &&
        division !== 'hand-divided' &&
        division !== 'three-leaflets'
      );
    if (isRound)
      return (slug === 'leaf-base' || !ofBlades.has(slug)) && !ofLeaflets.has(slug) && slug !== 'leaf-hairs';
    if (isIvy) return !ofBlades.has(slug) && !ofLeaflets.has(slug);
    if (isCrowded && ['leaf-division', 'leaf-base', 'leaf-outline'].includes(slug)) return near;
    if (isWhole) return !ofLeaflets.has(slug);
    // Marks, skin and thickness are drawn on rounded leaflets: cut ones, and those of a hand, leave no room for them.
    const isRounded = division !== 'hand-divided' && traits.state('leaflet-shape') !== 'wedge';
    if (slug === 'leaf-spots') return division === 'three-leaflets' && isRounded;
    if (['leaf-surface', 'leaf-thickness'].includes(slug) && traits.state('leaflet-shape') !== undefined)
      return isRounded && withBlades.has(division);
    if (withBlades.has(division) && ofLeafletBlades.has(slug)) return true;
    return !ofBlades.has(slug);
  };
  return traits.shown(...(near ? bladeCharacters : bladeFromAfar).filter(applies));
}
const stalkCharacters = [
  'stalk-hairs',
  'stalk-ring',
  'stalk-section',
  'stalk-colour',
  'stalk-tube',
  'stipules',
  'stalk-twist'
];
/** What a leaf stalk shows from near: a sheath only where it has one. */
export const stalkShows = ({ traits }: Model): Shown[] =>
  traits.shown(
    ...stalkCharacters,
    ...(traits.state('leaf-attachment') === 'sheathing'
      ? ['leaf-attachment', 'sheath-width', 'sheath-fringe']
      : [])
  );

export const stemCharacters = [
  'stem-hairs',
  'stem-marks',
  'stem-section',
  'stem-joints',
  'stem-arms',
  'thorn-buds',
  'stem-bloom',
  'twig-bark'
];
export const stemFromAfar = ['stem-leaf-stand', 'stem-marks', 'stem-hairs', 'stem-section', 'stem-arms'];
