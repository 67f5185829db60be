/** Single organs near enough for what a hand lens shows. */

export { clusterView, fruitView, singleFlowerView } from './flower-views';
export { isSlender, leafView, stalkView, tornLeaf, undersideView } from './leaf-views';
export { footView, stemView } from './stem-views';
export { undergroundPart as undergroundView } from '../underground';
