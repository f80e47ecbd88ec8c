export * from './schema';
export * from './taps';
