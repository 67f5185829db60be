export * from './contamination';
export * from './crossing';
export * from './ground';
