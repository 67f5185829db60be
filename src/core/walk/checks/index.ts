export * from './check';
export * from './ledger';
