export * from './hands';
export * from './parse';
export * from './print';
export { tokens } from './reader';
export { fractionOf, printTurn, readTurn } from './turns';
export * from './types';
