export * from './observation';
export * from './separability';
export * from './separating-set';
export * from './verdict';
export * from './trust';
export * from './glance';
export * from './lookalikes';
export * from './rating';
