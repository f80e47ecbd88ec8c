export * from './analyse';
export * from './bodies';
export * from './couple';
export * from './path';
export type { Chain, Link } from './places';
export * from './turns';
export * from './weight';
export * from './arms';
export * from './arrival';
