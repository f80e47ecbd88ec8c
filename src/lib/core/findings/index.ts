export * from './check';
export { TOLERANCE, DIZZY } from './limits.data';
export { sayTurn } from './rules-turn';
export * from './types';
