export * from './combinations';
export * from './db';
export * from './demo';
export * from './journal';
export * from './repertoire';
export * from './shelf';
export * from './versions';
