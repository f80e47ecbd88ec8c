export type { Care } from './cares.data';
export * from './branches';
export * from './check';
export { TOLERANCE, DIZZY } from './limits.data';
export { sayTurn } from './rules-turn';
export { parityRepairs, type ParityRepair } from './steps';
export * from './types';
