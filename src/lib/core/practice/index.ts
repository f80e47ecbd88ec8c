export * from './schema';
export * from './taps';
export * from './cues';
export * from './timeline';
