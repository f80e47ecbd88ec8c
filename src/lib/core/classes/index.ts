export * from './assignment';
export * from './hour';
export * from './rotation';
