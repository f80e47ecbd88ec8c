export * from './clock';
export * from './counts';
export * from './quick-slow';
export * from './tempo';
