export * from './angle';
export * from './modulo';
export * from './random';
export * from './readonly';
export * from './result';
export * from './same';
export * from './schema';
export * from './units';
