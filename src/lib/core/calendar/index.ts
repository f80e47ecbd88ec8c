export * from './days';
export * from './series';
export * from './zone';
