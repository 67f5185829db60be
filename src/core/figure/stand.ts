import { type Model, hasFruit, isAbsent, isCane, isClimbing, isWoody } from './form';
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
    const fruit = traits.state('fruit-form');
    // Bunches and feathery heads of a climber, and of a cane, hang from its joints.
    if ((isClimbing(traits) || isCane(traits)) && (stand === 'bunches' || stand === 'heads'))
      return 'bunches';
    // A fan of swords bears its fruit one above the other.
    if (stand === 'bunches' && traits.state('leaf-attachment') === 'flat-fan') return 'axils';
    // Small pods crowd into a ball, as do small dry fruits of one head: neither has down.
    if ((stand === 'bunches' || stand === 'heads') && fruit === 'short-pod') return 'packed';
    if (stand === 'heads' && fruit === 'tiny-dry') return 'packed';
    // Berries of one head are packed round its stalk.
    if (stand === 'heads' && fruit === 'berry') return 'spike';
    // Twigs bear many small seed heads, herbs one on each branch.
    if (stand === 'heads' && fruit === 'parachute' && isWoody(traits)) return 'axils';
    // A stem with leaves that does not branch has its heads together at its tip.
    const isLeafyStem =
      traits.state('stem-leaf-stand') === 'alternate' && traits.state('stem-branching') === 'unbranched';
    if (stand === 'heads' && fruit === 'parachute' && isLeafyStem) return 'flat-cluster';
    if (stand === 'heads') return 'head';
    if (stand === 'bunches') return 'loose';
    if (stand === 'rings') return 'rings';
    // Berries of a one-sided raceme hang apart from each other, as those of lilies between their wrapped leaves.
    const isRaceme =
      traits.state('flower-cluster') === 'one-sided' ||
      (traits.state('leaf-attachment') === 'wrapped' && fruit === 'berry');
    if (stand === 'spike' && isRaceme) return 'one-sided';
    if (stand === 'spike')
      return ['pod', 'short-pod'].includes(fruit ?? '')
        ? 'short-head'
        : traits.state('flower-cluster') === 'branched-spike'
          ? 'branched-spike'
          : fruit === 'nutlets'
            ? 'whorls'
            : 'spike';
    if (stand === 'strings') return fruit === 'tiny-dry' ? 'tassels' : 'strings';
    // Capsules of bulbs without a stem sit between the leaves.
    const isSeated =
      fruit === 'capsule' &&
      traits.state('leaf-attachment') === 'stalkless-tuft' &&
      (traits.state('stem-leaf-stand') ?? 'no-stem') === 'no-stem';
    if (isSeated) return 'from-ground';
    const hangs =
      fruit === 'berry' &&
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
