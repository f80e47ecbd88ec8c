export * from './csv';
export * from './json';
export * from './text';
export * from './svg';
