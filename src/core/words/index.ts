export { addressOf } from './address';
export { inTenAtLeast, oneInAtMost } from './chance';
export { counted } from './count';
export { dayAndMonth, dayRange, dayReadOn, localMoment, longDate, weekdayAndDay } from './dates';
export { stageWord } from './stage-word';
