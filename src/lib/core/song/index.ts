export * from './band-song';
export * from './schema';
export * from './suits';
export * from './laid';
export * from './meet';
export * from './retime';
