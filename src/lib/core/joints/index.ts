export * from './hands';
export * from './joint';
export * from './limits.data';
export { endsOf, keyOfStand, type Ends, type Stand } from './stand';
