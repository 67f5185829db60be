export {
  type Company,
  naismithSeconds,
  paceRules,
  toblerKilometresPerHour,
  toblerSeconds,
  walkingMinutes,
  walkingSeconds,
  usualFactor
} from './walking-time';
export { type Leg, pathSize, wayAlong } from './legs';
export { learnedPace, type LearnedPace, type WalkedLeg, wasAStop } from './learned-pace';
export { clockTime, minutesOf, type Rhythm, timetable, type Timetable } from './timetable';
export { type Droppable, turningBack, type TurningBack, whatToDrop } from './turning-back';
