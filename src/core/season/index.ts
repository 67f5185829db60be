export {
  addDays,
  daysBetween,
  type Calendar,
  dayOfYear,
  referenceCalendar,
  stageChance,
  stageIsReady,
  stageIsUp,
  stagesOn,
  stagesUp
} from './phenology';
export { halves, type Saying, sayings, type SeasonPlace, type Sighted, SiteSeason } from './forecast';
export {
  type DayOfWarmth,
  daysAhead,
  degreeDayMethods,
  degreeDays,
  meanOfYears,
  warmthYear
} from './degree-days';
export { growingYear, growingYearBegins, growingYearEnds, growingYearName } from './growing-year';
