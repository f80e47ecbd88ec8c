export * from './claves';
export * from './taps';
export * from './song-map';
