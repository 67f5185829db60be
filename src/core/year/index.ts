export * from './plant-year';
export * from './standing';
export * from './choose-day';
export * from './day-rules';
export * from './come-back';
