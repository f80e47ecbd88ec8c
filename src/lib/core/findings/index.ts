export * from './check';
export { TOLERANCE, DIZZY } from './limits.data';
export { sayTurn } from './rules-floor';
export * from './types';
