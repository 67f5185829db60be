export { allergens } from './allergens';
export {
  type Amount,
  dayShare,
  exactly,
  gramsToGather,
  inGrams,
  massOf,
  scale,
  type Scaled,
  tooMuch,
  type WeighedYield,
  type Yields,
  yieldsOf
} from './amounts';
export {
  type ActBody,
  againstAct,
  type Batch,
  type BatchAct,
  batchActs,
  type BatchEvent,
  batchOf,
  codeLength,
  nextOf,
  turnedOut,
  weighedWhen,
  weighedYield,
  weightOf
} from './batch';
export {
  byHabit,
  kitchenHabits,
  madeAtStop,
  portionInWords,
  sharedInWords,
  stepTime,
  toolsAtStop,
  type Kitchen
} from './card';
export { dishFacts, type DishPart, type Ingredient, toGatherFor } from './dish';
export {
  againstLabel,
  type LabelFacts,
  type LabelSheet,
  labelSheetNames,
  labelSheets,
  labelsOf
} from './label';
export { type Larder, proposalFor } from './stock';
export { wayInWords } from './words';
