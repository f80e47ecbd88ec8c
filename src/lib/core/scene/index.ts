export * from './floor';
export * from './rail';
