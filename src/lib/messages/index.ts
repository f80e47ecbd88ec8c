export * from './acts';
export * from './findings';
export * from './library';
export * from './problems';
export * from './arms';
export * from './trunk';
export * from './versions';
export * from './combinations';
export { list } from './words';
