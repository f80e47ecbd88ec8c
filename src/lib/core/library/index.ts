export * from './backup';
export * from './figure-kind';
export * from './files';
export * from './forms';
export * from './kind';
export * from './registry';
export * from './link';
