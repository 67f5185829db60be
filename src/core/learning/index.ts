export * from './wilson';
export * from './memory';
export * from './side-by-side';
export * from './round';
