export * from './difference';
export * from './edit';
export * from './edit-words';
export * from './new';
export * from './resolve';
export * from './rows';
export * from './schema';
export * from './write-route';
