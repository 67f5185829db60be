export { lightOf, type SkyPlace, sunOf } from './light';
export {
  type Extreme,
  harmonicTide,
  isConstituent,
  shoreWindows,
  tabulatedTide,
  type Tide,
  type TideConstituent,
  tideFrom,
  type TideSource
} from './tide';
