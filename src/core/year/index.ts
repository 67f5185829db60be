export * from './plant-year';
export * from './standing';
