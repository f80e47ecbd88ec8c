export * from './schema';
export * from './suits';
export * from './laid';
