export * from './policy';
export * from './survey';
export * from './contrast';
export * from './checks';
export * from './brief';
