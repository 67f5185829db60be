export {
  naismithSeconds,
  paceRules,
  toblerKilometresPerHour,
  toblerSeconds,
  usualFactor
} from './walking-time';
export { pathSize, wayAlong } from './legs';
export { clockTime, minutesOf, type Rhythm, timetable, type Timetable } from './timetable';
export { type Droppable, turningBack, type TurningBack, whatToDrop } from './turning-back';
