export * from './wilson';
export * from './signal-detection';
export * from './calibration';
export * from './rank-correlation';
export * from './paired-change';
export * from './mean-interval';
export * from './written';
