export * from './contamination';
export * from './crossing';
export * from './ground';
export * from './census';
export * from './allowance';
export * from './outline';
