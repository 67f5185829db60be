export { isWithin, notUp, type PlantYear, YearAtSite } from './plant-year';
export { firstTold, type Standing, standingOn } from './standing';
export {
  apartDays,
  bestDays,
  type DayRules,
  scoreDay,
  scoreDays,
  type ScoredDay,
  type WishedPlant
} from './choose-day';
export { type DayCircumstances, dayRules } from './day-rules';
export { comeBackOn } from './come-back';
export { type Period, periods, problemOfDays, spanOf } from './period';
