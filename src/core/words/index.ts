export { addressOf } from './address';
export { inTenAtLeast, oneInAtMost } from './chance';
export { codeOf, readCode } from './code';
export { counted } from './count';
export {
  dayAndMonth,
  dayRange,
  dayReadOn,
  localMoment,
  longDate,
  monthOf,
  plainDate,
  weekdayAndDay
} from './dates';
export { listed } from './listed';
export { stageWord } from './stage-word';
