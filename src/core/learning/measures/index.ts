export { oneSided95, wilsonInterval } from './wilson';
export { type Detections, keptApart, sensitivity, sensitivityOfRates } from './signal-detection';
export {
  brierScore,
  confidenceShare,
  partBrier,
  type ReliabilityPoint,
  reliabilityPoints
} from './calibration';
export { rankCorrelation } from './rank-correlation';
export { type Change, pairedChange } from './paired-change';
export { meanInterval } from './mean-interval';
export { written } from './written';
export { fewestSittings, type ItemFigures, itemFigures, weakDiscrimination } from './items';
