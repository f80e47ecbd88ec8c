export * from './db';
export * as journal from './journal';
export * from './repertoire';
export * from './versions';
