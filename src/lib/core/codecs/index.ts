export * from './combination-json';
export * from './combination-text';
export * from './csv';
export * from './json';
export * from './json-schema';
export * from './text';
export * from './svg';
export * from './vtt';
