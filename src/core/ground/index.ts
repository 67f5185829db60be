export {
  bufferOf,
  type Buffers,
  contaminantKinds,
  type Contamination,
  contaminationOf,
  metresBetween,
  wetHabitats
} from './contamination';
export { crossingOf } from './crossing';
export { type Edge, metresADegree, metresFromWay } from './nearness';
export {
  centreOf,
  emptyGround,
  Ground,
  type GroundKind,
  groundKinds,
  isOutside,
  kindsOf,
  pathOf,
  plainKind,
  pointKindIn,
  type Shape,
  withPath
} from './ground';
export {
  advisedQuadrats,
  type Census,
  censusProblem,
  censusResult,
  moreQuadrats,
  studentQuantile
} from './census';
export { overYears, type YearOfPatch } from './over-years';
export { type Allowance, allowanceOf, gatheringPace, type Stand } from './allowance';
export { type Picked, pickingMinutes, pickingRate, usualRate } from './picking-rate';
export { type Measure, measuresOf, piecesOf, type Unit, units, type Weighing } from './measures';
export { middleOf, Outline, squareMetresOf } from './outline';
