export * from './difference';
export * from './edit';
export * from './new';
export * from './resolve';
export * from './schema';
