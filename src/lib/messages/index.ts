export * from './findings';
export * from './problems';
export * from './arms';
export * from './versions';
export * from './combinations';
export { list } from './words';
