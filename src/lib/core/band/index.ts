export * from './harmony';
export * from './note';
export * from './recipe';
export * from './render';
export * from './score';
export * from './timed';
export * from './voices';
export * from './wav';
