export * from './scene';
export * from './specimen';
export * from './plate';
export * from './render';
export * from './words';
export * from './handful';
export * from './wayside';
