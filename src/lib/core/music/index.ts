export * from './claves';
export * from './taps';
