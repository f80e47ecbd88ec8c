export * from './actions.data';
export * from './couple.data';
export * from './dances.data';
export * from './hands.data';
export * from './time.data';
export * from './tracks.data';
export * from './units.data';
export * from './words';
