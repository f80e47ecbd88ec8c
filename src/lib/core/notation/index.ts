export * from './hand-acts';
export * from './hand-print';
export * from './hand-read';
export * from './lift';
export * from './parse';
export { print, printBody, printLabel, printLine, printMove } from './print';
export { tokens } from './reader';
export { fractionOf, printTurn, readTurn } from './turns';
export * from './types';
