export * from './floor';
export * from './rail';
export * from './arms';
export * from './picture';
export * from './strands';
export * from './route';
export * from './trunk';
export * from './shoe';
