export * from './schema';
export * from './taps';
export * from './cues';
export * from './timeline';
export * from './calls';
export * from './playlist';
export * from './drills';
