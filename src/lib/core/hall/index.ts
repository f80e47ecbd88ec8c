export * from './arrange';
export * from './footprint';
export * from './pack';
export * from './round';
export * from './schema';
export * from './stand';
