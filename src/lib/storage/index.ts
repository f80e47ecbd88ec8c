export * from './db';
export * as journal from './journal';
export * from './repertoire';
