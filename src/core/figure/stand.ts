import { type Model, hasFruit, isAbsent, isWoody } from './form';
import { largeFlower } from './item';

/** Millimetres of a flower that is seen as a speck. */
const speckSize = 5;

/** The way of standing, for flowers or for fruits, in the words of the flower clusters. */
export function standOf({ traits, form }: Pick<Model, 'traits' | 'form'>): string | undefined {
  const isUmbel = [traits.state('flower-cluster'), traits.state('fruit-stand')].includes('umbel');
  const isTopRing = traits.state('stem-leaf-stand') === 'top-ring';
  if (isTopRing && !isUmbel && (hasFruit(traits) || !isAbsent(traits.state('flower-cluster'))))
    return 'alone';
  if (hasFruit(traits)) {
    const stand = traits.state('fruit-stand');
    if (traits.state('flower-cluster') === 'from-ground') return 'from-ground';
    const isUmbellate = !isAbsent(traits.state('bracteoles')) || !isAbsent(traits.state('umbel-place'));
    if (stand === 'umbel') return isUmbellate ? 'compound-umbel' : 'umbel';
    if (stand === 'flat-drooping' || stand === 'flat-upright') return 'flat-cluster';
    // Berries of one head are packed round its stalk.
    if (stand === 'heads' && traits.state('fruit-form') === 'berry') return 'spike';
    // Twigs bear many small seed heads, herbs one on each branch.
    if (stand === 'heads' && traits.state('fruit-form') === 'parachute' && isWoody(traits)) return 'axils';
    // A stem with leaves that does not branch has its heads together at its tip.
    const isLeafyStem =
      traits.state('stem-leaf-stand') === 'alternate' && traits.state('stem-branching') === 'unbranched';
    if (stand === 'heads' && traits.state('fruit-form') === 'parachute' && isLeafyStem) return 'flat-cluster';
    if (stand === 'heads') return 'head';
    if (stand === 'bunches') return 'loose';
    if (stand === 'rings') return 'rings';
    // Berries of a one-sided raceme hang apart from each other, as those of lilies between their wrapped leaves.
    const isRaceme =
      traits.state('flower-cluster') === 'one-sided' ||
      (traits.state('leaf-attachment') === 'wrapped' && traits.state('fruit-form') === 'berry');
    if (stand === 'spike' && isRaceme) return 'one-sided';
    if (stand === 'spike')
      return ['pod', 'short-pod'].includes(traits.state('fruit-form') ?? '')
        ? 'short-head'
        : traits.state('flower-cluster') === 'branched-spike'
          ? 'branched-spike'
          : traits.state('fruit-form') === 'nutlets'
            ? 'whorls'
            : 'spike';
    if (stand === 'strings') return traits.state('fruit-form') === 'tiny-dry' ? 'tassels' : 'strings';
    // Capsules of bulbs without a stem sit between the leaves.
    const isSeated =
      traits.state('fruit-form') === 'capsule' &&
      traits.state('leaf-attachment') === 'stalkless-tuft' &&
      (traits.state('stem-leaf-stand') ?? 'no-stem') === 'no-stem';
    if (isSeated) return 'from-ground';
    const hangs =
      traits.state('fruit-form') === 'berry' &&
      !['alternate', 'opposite', 'whorled', 'spiral-crowded'].includes(
        traits.state('stem-leaf-stand') ?? ''
      ) &&
      isAbsent(traits.state('twig-bark'));
    if (stand === 'single' && hangs) return 'one-sided';
    if (stand === 'single') return traits.state('flower-cluster') === 'one-sided' ? 'one-sided' : 'axils';
    return 'loose';
  }
  const cluster = traits.state('flower-cluster');
  if (cluster === 'from-ground' && traits.state('flower-form') !== 'goblet') return 'axils';
  // Of large flowers a branched spike has few, each on its stalk.
  if (cluster === 'branched-spike' && form.flowerSize >= largeFlower) return 'loose';
  // Hanging racemes of the pea family are no catkins.
  if (cluster === 'tassels' && traits.state('flower-form') === 'pea') return 'spike';
  // Specks without petals make a plume of strings, not a plate.
  if (cluster === 'loose' && traits.state('flower-form') === 'no-petals' && form.flowerSize < speckSize)
    return 'branched-spike';
  return isAbsent(cluster) ? undefined : cluster;
}
