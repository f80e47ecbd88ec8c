export * from './claves';
export * from './taps';
export * from './song-map';
export * from './edit-map';
