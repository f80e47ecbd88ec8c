export * from './findings';
export * from './problems';
