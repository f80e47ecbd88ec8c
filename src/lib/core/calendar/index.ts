export * from './days';
export * from './series';
export * from './zone';
export * from './zone-name';
